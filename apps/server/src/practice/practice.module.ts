import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { LinkModule } from '../link/link.module';
import { PracticeController } from './practice.controller';
import { PracticeRepository } from './practice.repository';
import { PracticeService } from './practice.service';

@Module({ imports: [AuthModule, ExerciseModule, LinkModule], controllers: [PracticeController], providers: [PracticeService, PracticeRepository] })
export class PracticeModule {}

import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { LinkModule } from '../link/link.module';
import { PracticeController } from './practice.controller';
import { PracticeRepository } from './practice.repository';
import { PracticeService } from './practice.service';

@Module({
  imports: [AuthModule, ClassModule, ExerciseModule, LinkModule],
  controllers: [PracticeController],
  providers: [PracticeService, PracticeRepository],
  exports: [PracticeRepository],
})
export class PracticeModule {}

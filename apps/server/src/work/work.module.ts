import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { WorkController } from './work.controller';
import { WorkRepository } from './work.repository';
import { WorkService } from './work.service';

@Module({
  imports: [AuthModule, ClassModule, ExerciseModule],
  controllers: [WorkController],
  providers: [WorkService, WorkRepository],
  exports: [WorkRepository],
})
export class WorkModule {}

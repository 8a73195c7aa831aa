import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { AssignmentController } from './assignment.controller';
import { AssignmentRepository } from './assignment.repository';
import { AssignmentService } from './assignment.service';

@Module({
  imports: [AuthModule, ClassModule, ExerciseModule],
  controllers: [AssignmentController],
  providers: [AssignmentService, AssignmentRepository],
  exports: [AssignmentRepository],
})
export class AssignmentModule {}

import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { PlanController } from './plan.controller';
import { PlanRepository } from './plan.repository';
import { PlanService } from './plan.service';

@Module({
  imports: [ClassModule, ExerciseModule],
  controllers: [PlanController],
  providers: [PlanService, PlanRepository],
  exports: [PlanRepository],
})
export class PlanModule {}

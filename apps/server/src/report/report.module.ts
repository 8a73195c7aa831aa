import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { PlanModule } from '../plan/plan.module';
import { PracticeModule } from '../practice/practice.module';
import { WorkModule } from '../work/work.module';
import { ReportController } from './report.controller';
import { ReportService } from './report.service';

@Module({
  imports: [ClassModule, ExerciseModule, PlanModule, PracticeModule, WorkModule],
  controllers: [ReportController],
  providers: [ReportService],
})
export class ReportModule {}

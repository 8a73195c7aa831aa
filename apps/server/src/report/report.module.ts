import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { KitModule } from '../kit/kit.module';
import { LessonModule } from '../lesson/lesson.module';
import { TermModule } from '../term/term.module';
import { PracticeModule } from '../practice/practice.module';
import { AssignmentModule } from '../assignment/assignment.module';
import { ReportController } from './report.controller';
import { ReportService } from './report.service';

@Module({
  imports: [ClassModule, ExerciseModule, TermModule, PracticeModule, AssignmentModule, LessonModule, KitModule],
  controllers: [ReportController],
  providers: [ReportService],
})
export class ReportModule {}

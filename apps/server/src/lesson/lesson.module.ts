import { Module } from '@nestjs/common';
import { AssignmentModule } from '../assignment/assignment.module';
import { ClassModule } from '../class/class.module';
import { LessonController } from './lesson.controller';
import { LessonRepository } from './lesson.repository';
import { LessonService } from './lesson.service';

@Module({
  imports: [AssignmentModule, ClassModule],
  controllers: [LessonController],
  providers: [LessonService, LessonRepository],
  exports: [LessonRepository],
})
export class LessonModule {}

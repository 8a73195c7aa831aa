import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { KitModule } from '../kit/kit.module';
import { LessonModule } from '../lesson/lesson.module';
import { TermModule } from '../term/term.module';
import { PracticeModule } from '../practice/practice.module';
import { AssignmentModule } from '../assignment/assignment.module';
import { AccountController } from './account.controller';
import { AccountService } from './account.service';

@Module({
  imports: [
    AuthModule,
    ClassModule,
    ExerciseModule,
    TermModule,
    PracticeModule,
    AssignmentModule,
    LessonModule,
    KitModule,
  ],
  controllers: [AccountController],
  providers: [AccountService],
})
export class AccountModule {}

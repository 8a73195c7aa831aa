import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { PlanModule } from '../plan/plan.module';
import { PracticeModule } from '../practice/practice.module';
import { WorkModule } from '../work/work.module';
import { AccountController } from './account.controller';
import { AccountService } from './account.service';

@Module({
  imports: [AuthModule, ClassModule, ExerciseModule, PlanModule, PracticeModule, WorkModule],
  controllers: [AccountController],
  providers: [AccountService],
})
export class AccountModule {}

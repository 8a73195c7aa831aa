import { type DynamicModule, Module } from '@nestjs/common';
import { APP_FILTER } from '@nestjs/core';
import { LoggerModule } from 'nestjs-pino';
import { AuthModule } from './auth/auth.module';
import { ChartModule } from './chart/chart.module';
import { ClassModule } from './class/class.module';
import { DatabaseModule } from './db/database.module';
import { ExerciseModule } from './exercise/exercise.module';
import { HealthModule } from './health/health.controller';
import { JobsModule } from './jobs/jobs.module';
import { LinkModule } from './link/link.module';
import { PrintSetModule } from './printSet/printSet.module';
import { PartModule } from './part/part.module';
import { PracticeModule } from './practice/practice.module';
import { PresenceModule } from './presence/presence.module';
import { TermModule } from './term/term.module';
import { ReportModule } from './report/report.module';
import { RetentionModule } from './retention/retention.service';
import { ImportModule } from './imports/import.module';
import { RefusalFilter } from './refusal/refusal.filter';
import { SETTINGS, type Settings } from './settings';
import { AccountModule } from './account/account.module';
import { Closing } from './web/closing';
import { requestLog } from './web/requestLog';
import { AssignmentModule } from './assignment/assignment.module';
import { DemoModule } from './demo/demo.module';
import { KitModule } from './kit/kit.module';
import { LessonModule } from './lesson/lesson.module';
import { WorkerModule } from './worker/worker.module';

@Module({})
export class AppModule {
  static with(settings: Settings): DynamicModule {
    return {
      module: AppModule,
      imports: [
        {
          module: SettingsModule,
          global: true,
          providers: [{ provide: SETTINGS, useValue: settings }],
          exports: [SETTINGS],
        },
        LoggerModule.forRoot(requestLog(settings.logLevel)),
        DatabaseModule,
        JobsModule,
        WorkerModule,
        HealthModule,
        AuthModule,
        DemoModule,
        ExerciseModule,
        PresenceModule,
        ClassModule,
        ImportModule,
        PartModule,
        ChartModule,
        LinkModule,
        PracticeModule,
        AssignmentModule,
        LessonModule,
        KitModule,
        TermModule,
        ReportModule,
        RetentionModule,
        AccountModule,
        PrintSetModule,
      ],
      providers: [{ provide: APP_FILTER, useClass: RefusalFilter }, Closing],
    };
  }
}

@Module({})
class SettingsModule {}

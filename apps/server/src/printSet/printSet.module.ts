import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { LinkModule } from '../link/link.module';
import { PrintSetController } from './printSet.controller';
import { PrintSetRepository } from './printSet.repository';
import { PrintSetService } from './printSet.service';

@Module({
  imports: [ExerciseModule, ClassModule, AuthModule, LinkModule],
  controllers: [PrintSetController],
  providers: [PrintSetService, PrintSetRepository],
})
export class PrintSetModule {}

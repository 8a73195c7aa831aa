import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { LinkModule } from '../link/link.module';
import { SetController } from './set.controller';
import { SetRepository } from './set.repository';
import { SetService } from './set.service';

@Module({
  imports: [ExerciseModule, ClassModule, AuthModule, LinkModule],
  controllers: [SetController],
  providers: [SetService, SetRepository],
})
export class SetModule {}

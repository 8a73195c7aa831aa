import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { TermController } from './term.controller';
import { TermRepository } from './term.repository';
import { TermService } from './term.service';

@Module({
  imports: [ClassModule, ExerciseModule],
  controllers: [TermController],
  providers: [TermService, TermRepository],
  exports: [TermRepository],
})
export class TermModule {}

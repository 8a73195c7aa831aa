import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { PartController } from './part.controller';

@Module({ imports: [ExerciseModule, ClassModule], controllers: [PartController] })
export class PartModule {}

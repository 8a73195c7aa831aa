import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { ChartController } from './chart.controller';

@Module({ imports: [ExerciseModule, ClassModule], controllers: [ChartController] })
export class ChartModule {}

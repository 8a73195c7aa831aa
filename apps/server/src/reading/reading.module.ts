import { Module } from '@nestjs/common';
import { ReadingController } from './reading.controller';

@Module({ controllers: [ReadingController] })
export class ReadingModule {}

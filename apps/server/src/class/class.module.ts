import { Module } from '@nestjs/common';
import { ClassController } from './class.controller';
import { ClassRepository } from './class.repository';
import { TeachingService } from './teaching.service';

@Module({
  controllers: [ClassController],
  providers: [ClassRepository, TeachingService],
  exports: [ClassRepository, TeachingService],
})
export class ClassModule {}

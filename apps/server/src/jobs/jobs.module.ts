import { Global, Module } from '@nestjs/common';
import { JobQueue } from './jobQueue';

@Global()
@Module({ providers: [JobQueue], exports: [JobQueue] })
export class JobsModule {}

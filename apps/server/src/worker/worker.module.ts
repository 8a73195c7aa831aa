import { Global, Module } from '@nestjs/common';
import { MusicPool } from './musicPool';

@Global()
@Module({ providers: [MusicPool], exports: [MusicPool] })
export class WorkerModule {}

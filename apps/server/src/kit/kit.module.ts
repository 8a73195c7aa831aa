import { Module } from '@nestjs/common';
import { ClassModule } from '../class/class.module';
import { KitController } from './kit.controller';
import { KitRepository } from './kit.repository';
import { KitService } from './kit.service';

@Module({
  imports: [ClassModule],
  controllers: [KitController],
  providers: [KitService, KitRepository],
  exports: [KitRepository],
})
export class KitModule {}

import { Module } from '@nestjs/common';
import { AuthModule } from '../auth/auth.module';
import { ClassModule } from '../class/class.module';
import { ExerciseModule } from '../exercise/exercise.module';
import { AssignmentModule } from '../assignment/assignment.module';
import { ClassLinksController } from './classLinks.controller';
import { FirstViewService } from './firstView.service';
import { LinkController } from './link.controller';
import { LinkRepository } from './link.repository';
import { LinkLimit } from './linkLimit';
import { LinkStripService } from './linkStrip.service';
import { LinkService } from './link.service';
import { OpenLinkService } from './openLink.service';

@Module({
  imports: [ExerciseModule, ClassModule, AuthModule, AssignmentModule],
  controllers: [LinkController, ClassLinksController],
  providers: [FirstViewService, LinkService, LinkStripService, OpenLinkService, LinkRepository, LinkLimit],
  exports: [FirstViewService, LinkService, OpenLinkService],
})
export class LinkModule {}

import { Module } from '@nestjs/common';
import { ExerciseModule } from '../exercise/exercise.module';
import { PresenceController } from './presence.controller';
import { PresenceRepository } from './presence.repository';

@Module({ imports: [ExerciseModule], controllers: [PresenceController], providers: [PresenceRepository] })
export class PresenceModule {}

import {
  type HandInDto,
  type HandInView,
  type SayHandInDto,
  MAX_HAND_INS,
  type PracticeDayView,
  type PracticeView,
  type SavePracticeDto,
  type SoundType,
} from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { OpenLinkService } from '../link/openLink.service';
import { notFound, Refusal } from '../refusal/refusal';
import { looksLikeSound } from './looksLikeSound';
import { type PracticeOf, PracticeRepository } from './practice.repository';

/** What pupils tell of their practice through their own links, and what their teacher sees of it. */
@Injectable()
export class PracticeService {
  constructor(
    private readonly practice: PracticeRepository,
    private readonly links: OpenLinkService,
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
  ) {}

  /**
   * Whose link it is, before anything is taken from whoever has it.
   * @throws Refusal not-found for a closed link; not-found for one that is not a pupil's own
   */
  async pupilOf(token: string, address: string, today: string, line?: string): Promise<PracticeOf> {
    const { row, plays } = await this.links.admit(token, address, today, line);
    if (row.pupilId === null || plays === undefined)
      throw new Refusal(
        'not-found',
        "This link is the whole class's: nothing is kept of it. Ask your teacher for a link of your own.",
      );
    return { teacherId: row.teacherId, pupilId: row.pupilId, exerciseId: row.exerciseId, instrument: plays };
  }

  save = (of: PracticeOf, told: SavePracticeDto, today: string): Promise<void> => this.practice.save(of, told, today);

  async listDays(t: TeacherRow, classId: string): Promise<PracticeDayView[]> {
    await this.classes.own(t.id, classId);
    return this.practice.listDays(classId);
  }

  /** @throws Refusal unreadable where the sound is not what it says; conflict where there are enough already */
  async handIn(of: PracticeOf, dto: HandInDto, sound: Buffer | undefined, id: string): Promise<void> {
    if (sound !== undefined && (dto.type === undefined || !looksLikeSound(dto.type, sound)))
      throw new Refusal('unreadable', 'This is no recording that can be kept. Record it again.');
    if (!(await this.practice.handIn(of, dto, sound, id)))
      throw new Refusal(
        'conflict',
        `There are ${MAX_HAND_INS} takes of this line already. Ask your teacher to clear some.`,
      );
  }

  async list(t: TeacherRow, exerciseId: string): Promise<PracticeView[]> {
    await this.exercises.find(t.id, exerciseId);
    return this.practice.list(t.id, { exerciseId });
  }

  async listOfClass(t: TeacherRow, classId: string): Promise<PracticeView[]> {
    await this.classes.own(t.id, classId);
    return this.practice.list(t.id, { classId });
  }

  async listHandIns(t: TeacherRow, exerciseId: string): Promise<HandInView[]> {
    await this.exercises.find(t.id, exerciseId);
    return this.practice.listHandIns(t.id, { exerciseId });
  }

  async listHandInsOfClass(t: TeacherRow, classId: string): Promise<HandInView[]> {
    await this.classes.own(t.id, classId);
    return this.practice.listHandIns(t.id, { classId });
  }

  async sound(t: TeacherRow, id: string): Promise<{ sound: Buffer; type: SoundType }> {
    const found = await this.practice.sound(t.id, id);
    if (found === undefined) throw notFound('recording');
    return found;
  }

  /** Says something of a take, in place of what was said before; the pupil reads it. */
  async say(t: TeacherRow, id: string, said: SayHandInDto): Promise<void> {
    if (!(await this.practice.say(t.id, id, said))) throw notFound('recording');
  }

  async removeHandIn(t: TeacherRow, id: string): Promise<void> {
    if (!(await this.practice.removeHandIn(t.id, id))) throw notFound('recording');
  }
}

import type { KitView, SaveKitDto } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { notFound } from '../refusal/refusal';
import { KitRepository } from './kit.repository';

/** What is lent, small supplies and repairs of a class of the teacher's own. */
@Injectable()
export class KitService {
  constructor(
    private readonly kit: KitRepository,
    private readonly classes: ClassRepository,
  ) {}

  async list(t: TeacherRow, classId: string): Promise<KitView[]> {
    await this.classes.own(t.id, classId);
    return this.kit.list(classId);
  }

  async create(t: TeacherRow, classId: string, dto: SaveKitDto, id: string): Promise<KitView> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(classId, [dto.pupilId]);
    return this.kit.create(classId, dto, id);
  }

  async save(t: TeacherRow, classId: string, id: string, dto: SaveKitDto): Promise<KitView> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(classId, [dto.pupilId]);
    const saved = await this.kit.save(classId, id, dto);
    if (saved === undefined) throw notFound('entry');
    return saved;
  }

  async remove(t: TeacherRow, classId: string, id: string): Promise<void> {
    await this.classes.own(t.id, classId);
    if (!(await this.kit.remove(classId, id))) throw notFound('entry');
  }
}

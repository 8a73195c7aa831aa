import { type ClassView, PupilPageDto, type PupilView, SaveClassDto, SavePupilsDto } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { notFound } from '../refusal/refusal';
import { RowId } from '../refusal/rowId.pipe';
import { ActId } from '../refusal/actId';
import { ClassRepository } from './class.repository';
import { STARTING_CLASS } from './startingClass';

const body = (name: string): MethodDecorator => ApiBody({ schema: { $ref: `#/components/schemas/${name}` } });

@ApiTags('classes')
@Controller('api/classes')
export class ClassController {
  constructor(private readonly classes: ClassRepository) {}

  @Get()
  @ApiOperation({ summary: "The teacher's classes; a new teacher is given one" })
  list(@Teacher() t: TeacherRow): Promise<ClassView[]> {
    return this.classes.listOrFirst(t.id, STARTING_CLASS);
  }

  @Post()
  @ApiOperation({ summary: 'Another class' })
  @body('SaveClassDto')
  create(@Teacher() t: TeacherRow, @Body() dto: SaveClassDto, @ActId() act: string): Promise<ClassView> {
    return this.classes.create(t.id, dto, act);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Delete a class with its pupils and everything of theirs' })
  async remove(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<void> {
    if (!(await this.classes.remove(t.id, id))) throw notFound('class');
  }

  @Put(':id')
  @ApiOperation({ summary: 'Save a class: instruments, conventions, its pages, paper' })
  @body('SaveClassDto')
  save(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveClassDto): Promise<ClassView> {
    return this.classes.save(t.id, id, dto);
  }

  @Get(':id/pupils')
  @ApiOperation({ summary: "The pupils of a class, in the teacher's order" })
  async pupils(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PupilView[]> {
    await this.classes.own(t.id, id);
    return this.classes.pupilsOf(id);
  }

  @Put(':id/pupils')
  @ApiOperation({
    summary: 'Pupils that changed or are new, in their order; nobody goes by missing; 409 where one was saved since',
  })
  @body('SavePupilsDto')
  async savePupils(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Body() { pupils }: SavePupilsDto,
    @ActId() act: string,
  ): Promise<PupilView[]> {
    await this.classes.own(t.id, id);
    return this.classes.savePupils(id, pupils, act);
  }

  @Delete(':id/pupils/:pupil')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take a pupil off the list; all that is theirs is kept for some days' })
  async removePupil(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('pupil', RowId) pupil: string,
  ): Promise<void> {
    await this.classes.own(t.id, id);
    if (!(await this.classes.setRemoved(id, pupil, true))) throw notFound('pupil');
  }

  @Post(':id/pupils/:pupil/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Put a pupil back on the list, with links, practice and hand-ins' })
  async restorePupil(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('pupil', RowId) pupil: string,
  ): Promise<PupilView[]> {
    await this.classes.own(t.id, id);
    if (!(await this.classes.setRemoved(id, pupil, false))) throw notFound('pupil');
    return this.classes.pupilsOf(id);
  }

  @Put(':id/pupils/:pupil/page')
  @ApiOperation({ summary: "What a pupil's pages have otherwise than the class's" })
  @body('PupilPageDto')
  async savePupilPage(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('pupil', RowId) pupil: string,
    @Body() page: PupilPageDto,
  ): Promise<PupilView> {
    await this.classes.own(t.id, id);
    const saved = await this.classes.savePupilPage(id, pupil, page);
    if (saved === undefined) throw notFound('pupil');
    return saved;
  }
}

import { Controller, Get, Inject, Module } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import { Open } from '../auth/session.guard';
import { DATABASE, type Database } from '../db/database.module';
import { Refusal } from '../refusal/refusal';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  @Open()
  @Get()
  @ApiOperation({ summary: 'Whether server and database answer' })
  async health(): Promise<{ status: 'ok' }> {
    try {
      await this.db.execute(sql`select 1`);
    } catch {
      // Whatever the reason, the answer is the same: the database cannot be used.
      throw new Refusal('no-database', 'The database does not answer.');
    }
    return { status: 'ok' };
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}

import { Controller, Get, Inject, Module } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize';
import { Writes } from '../database/writes';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly writes: Writes,
  ) {}

  @Get()
  @ApiOperation({ summary: 'Whether the server answers, and its database can be written' })
  async health() {
    // It writes: a database that only answers keeps nothing.
    await this.writes.run((transaction) =>
      this.sequelize.query('UPDATE runDays SET days = days', { transaction }),
    );
    return { status: 'ok', database: 'ok', uptimeSeconds: Math.round(process.uptime()) };
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}

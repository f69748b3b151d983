import { Controller, Get, Inject, Module } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  @Get()
  @ApiOperation({ summary: 'Whether the server and its database answer' })
  async health() {
    await this.sequelize.query('SELECT 1');
    return { status: 'ok', database: 'ok', uptimeSeconds: Math.round(process.uptime()) };
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}

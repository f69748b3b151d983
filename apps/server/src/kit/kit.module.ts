import { CONNECTORS, DEVICE_MODELS, LEAD_KINDS, RIG_SCHEMA } from '@diaphon/core';
import { Controller, Get, Module } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';

/** The catalogue: what can be placed and plugged. */
@ApiTags('kit')
@Controller('kit')
export class KitController {
  @Get()
  @ApiOperation({ summary: 'Connectors, lead kinds and device models' })
  all() {
    return { connectors: CONNECTORS, leadKinds: LEAD_KINDS, deviceModels: DEVICE_MODELS };
  }

  @Get('rig-schema')
  @ApiOperation({ summary: 'JSON Schema of the rig document' })
  schema() {
    return RIG_SCHEMA;
  }
}

@Module({ controllers: [KitController] })
export class KitModule {}

import type { SittingAddition } from '@diaphon/api';
import { Body, Controller, Get, HttpCode, Module, Param, Post, Query } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiResponse, ApiTags } from '@nestjs/swagger';
import { JoiPipe } from '../validation/joi-pipe';
import {
  ADDITION,
  SITTING_PARAMS,
  SITTINGS_QUERY,
  TREND_QUERY,
  type SittingParams,
  type SittingsQuery,
  type TrendQuery,
} from './sittings.schemas';
import { SittingsService } from './sittings.service';

const OBJECTS = { type: 'array', items: { type: 'object' } };
const ADDED = {
  type: 'object',
  properties: { sitting: { type: 'object' }, steps: OBJECTS, measurements: OBJECTS, incidents: OBJECTS },
};

@ApiTags('sittings')
@Controller('sittings')
export class SittingsController {
  constructor(private readonly sittings: SittingsService) {}

  @Get()
  @ApiOperation({ summary: 'Sittings, newest first: of one rig, or of all' })
  @ApiResponse({ status: 200, schema: OBJECTS })
  list(@Query(new JoiPipe(SITTINGS_QUERY)) query: SittingsQuery) {
    return this.sittings.list(query);
  }

  @Get('trend')
  @ApiOperation({ summary: 'What each channel of a rig measured, from sitting to sitting' })
  @ApiResponse({ status: 200, schema: OBJECTS })
  trend(@Query(new JoiPipe(TREND_QUERY)) query: TrendQuery) {
    return this.sittings.trend(query);
  }

  @Get(':id')
  @ApiOperation({ summary: 'All that was signed, measured and noticed at a sitting' })
  @ApiResponse({ status: 200, schema: ADDED })
  whole(@Param(new JoiPipe(SITTING_PARAMS)) { id }: SittingParams) {
    return this.sittings.whole(id);
  }

  @Post()
  @HttpCode(204)
  @ApiOperation({ summary: 'Add to a sitting; what is there already is kept once' })
  @ApiBody({ schema: ADDED })
  add(@Body(new JoiPipe(ADDITION)) body: SittingAddition) {
    return this.sittings.add(body);
  }
}

@Module({ controllers: [SittingsController], providers: [SittingsService], exports: [SittingsService] })
export class SittingsModule {}

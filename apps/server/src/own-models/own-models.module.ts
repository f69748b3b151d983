import { Body, Controller, Delete, Get, HttpCode, Module, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiResponse, ApiTags } from '@nestjs/swagger';
import { JoiPipe } from '../validation/joi-pipe';
import {
  MODEL_PARAMS,
  NEW_MODEL_BODY,
  SAVE_MODEL_BODY,
  type ModelParams,
  type NewModelBody,
  type SaveModelBody,
} from './own-models.schemas';
import { OwnModelsService } from './own-models.service';

const FILE = { type: 'object', description: 'A model file; see docs/model.schema.json' };
const OWN_MODEL = {
  type: 'object',
  properties: {
    id: { type: 'string' },
    revision: { type: 'integer' },
    savedAt: { type: 'string', format: 'date-time' },
    model: { type: 'object' },
  },
};

@ApiTags('models')
@Controller('models')
export class OwnModelsController {
  constructor(private readonly models: OwnModelsService) {}

  @Get()
  @ApiOperation({ summary: 'Device models users made' })
  @ApiResponse({ status: 200, schema: { type: 'array', items: OWN_MODEL } })
  list() {
    return this.models.list();
  }

  @Post()
  @ApiOperation({ summary: 'Keep a new model' })
  @ApiBody({ schema: { type: 'object', properties: { file: FILE } } })
  @ApiResponse({ status: 201, schema: OWN_MODEL })
  create(@Body(new JoiPipe(NEW_MODEL_BODY)) body: NewModelBody) {
    return this.models.create(body.file);
  }

  @Put(':id')
  @ApiOperation({ summary: 'Save a change of a model; 409 when it was changed meanwhile' })
  @ApiBody({ schema: { type: 'object', properties: { baseRevision: { type: 'integer' }, file: FILE } } })
  @ApiResponse({ status: 200, schema: OWN_MODEL })
  save(
    @Param(new JoiPipe(MODEL_PARAMS)) { id }: ModelParams,
    @Body(new JoiPipe(SAVE_MODEL_BODY)) body: SaveModelBody,
  ) {
    return this.models.save(id, body);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Remove a model; rigs that carry it keep it' })
  remove(@Param(new JoiPipe(MODEL_PARAMS)) { id }: ModelParams) {
    return this.models.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take a removal back' })
  @ApiResponse({ status: 200, schema: OWN_MODEL })
  restore(@Param(new JoiPipe(MODEL_PARAMS)) { id }: ModelParams) {
    return this.models.restore(id);
  }
}

@Module({ controllers: [OwnModelsController], providers: [OwnModelsService] })
export class OwnModelsModule {}

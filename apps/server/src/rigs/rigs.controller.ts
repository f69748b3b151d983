import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiParam, ApiQuery, ApiResponse, ApiTags } from '@nestjs/swagger';
import { JoiPipe } from '../validation/joi-pipe';
import * as api from './rigs.openapi';
import * as edge from './rigs.schemas';
import { RigsService } from './rigs.service';

@ApiTags('rigs')
@ApiResponse({ status: 400, description: 'A parameter or the body is wrong', schema: api.ERROR })
@Controller('rigs')
export class RigsController {
  constructor(private readonly rigs: RigsService) {}

  @Get()
  @ApiOperation({ summary: 'The shelf: every rig with its findings, newest first' })
  @ApiQuery({ name: 'deleted', required: false, type: Boolean })
  @ApiResponse({ status: 200, schema: api.SHELF })
  list(@Query(new JoiPipe(edge.LIST_QUERY)) query: edge.ListQuery) {
    return this.rigs.list(query.deleted);
  }

  @Post()
  @ApiOperation({ summary: 'Put a new rig on the shelf, empty or from a document' })
  @ApiBody({ schema: api.CREATE })
  @ApiResponse({ status: 201, schema: api.OPEN_RIG })
  @ApiResponse({ status: 422, description: 'The document does not hold together', schema: api.ERROR })
  create(@Body(new JoiPipe(edge.CREATE_BODY)) body: edge.CreateBody) {
    return this.rigs.create(body.name, body.document);
  }

  @Get(':id')
  @ApiOperation({ summary: 'Open a rig' })
  @ApiParam({ name: 'id', type: String })
  @ApiResponse({ status: 200, schema: api.OPEN_RIG })
  @ApiResponse({ status: 404, schema: api.ERROR })
  read(@Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams) {
    return this.rigs.read(id);
  }

  @Put(':id')
  @ApiOperation({ summary: 'Save a new revision made from the revision you opened' })
  @ApiParam({ name: 'id', type: String })
  @ApiBody({ schema: api.SAVE })
  @ApiResponse({ status: 200, schema: api.SAVED_RIG })
  @ApiResponse({ status: 409, description: 'Changed elsewhere: holds both versions', schema: api.ERROR })
  @ApiResponse({ status: 422, description: 'The document does not hold together', schema: api.ERROR })
  save(
    @Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams,
    @Body(new JoiPipe(edge.SAVE_BODY)) body: edge.SaveBody,
  ) {
    return this.rigs.save(id, body);
  }

  @Get(':id/revisions')
  @ApiOperation({ summary: 'What was saved when, newest first' })
  @ApiParam({ name: 'id', type: String })
  @ApiQuery({ name: 'before', required: false, type: Number })
  @ApiQuery({ name: 'limit', required: false, type: Number })
  @ApiResponse({ status: 200, schema: api.HISTORY })
  history(
    @Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams,
    @Query(new JoiPipe(edge.HISTORY_QUERY)) query: edge.HistoryQuery,
  ) {
    return this.rigs.history(id, query);
  }

  @Get(':id/revisions/:number')
  @ApiOperation({ summary: 'One saved state' })
  @ApiParam({ name: 'id', type: String })
  @ApiParam({ name: 'number', type: Number })
  @ApiResponse({ status: 200, schema: api.REVISION })
  revision(@Param(new JoiPipe(edge.REVISION_PARAMS)) { id, number }: edge.RevisionParams) {
    return this.rigs.revision(id, number);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring an earlier revision back, as a new one' })
  @ApiParam({ name: 'id', type: String })
  @ApiBody({ schema: api.RESTORE })
  @ApiResponse({ status: 200, schema: api.OPEN_RIG })
  restore(
    @Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams,
    @Body(new JoiPipe(edge.RESTORE_BODY)) body: edge.RestoreBody,
  ) {
    return this.rigs.restore(id, body.revision, body.baseRevision);
  }

  @Post(':id/copy')
  @ApiOperation({ summary: 'Copy a rig under another name' })
  @ApiParam({ name: 'id', type: String })
  @ApiBody({ schema: api.COPY, required: false })
  @ApiResponse({ status: 201, schema: api.OPEN_RIG })
  copy(
    @Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams,
    @Body(new JoiPipe(edge.COPY_BODY)) body: edge.CopyBody,
  ) {
    return this.rigs.copy(id, body.name);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take a rig off the shelf; it can be put back' })
  @ApiParam({ name: 'id', type: String })
  remove(@Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams) {
    return this.rigs.remove(id);
  }

  @Post(':id/undelete')
  @HttpCode(200)
  @ApiOperation({ summary: 'Put a deleted rig back' })
  @ApiParam({ name: 'id', type: String })
  @ApiResponse({ status: 200, schema: api.OPEN_RIG })
  undoRemove(@Param(new JoiPipe(edge.RIG_PARAMS)) { id }: edge.RigParams) {
    return this.rigs.undoRemove(id);
  }
}

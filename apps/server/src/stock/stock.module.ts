import { Body, Controller, Get, Injectable, Module, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiResponse, ApiTags } from '@nestjs/swagger';
import type { StockRow } from '@diaphon/core';
import Joi from 'joi';
import { LeadStockRow } from '../database/models';
import { Writes } from '../database/writes';
import { JoiPipe } from '../validation/joi-pipe';

interface StockBody {
  rows: StockRow[];
}

const STOCK_BODY = Joi.object<StockBody>({
  rows: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string()
          .pattern(/^[a-z0-9][a-z0-9-]{0,63}$/, 'id of a lead kind')
          .required(),
        lengthM: Joi.number().min(0).max(1000).required(),
        count: Joi.number().integer().min(0).max(999).required(),
      }),
    )
    .max(500)
    // Joi's own looks at every pair: four thousand rows would hold everyone for a third of a second.
    .custom((rows: StockRow[], helpers) => {
      const keys = rows.map(({ kind, lengthM }) => `${kind} ${lengthM}`);
      const known = new Set<string>();
      const twice = keys.findIndex((key) => known.size === known.add(key).size);
      if (twice === -1) return rows;
      const at = helpers.state.localize?.([...(helpers.state.path ?? []), twice]);
      return helpers.error('array.unique', { pos: twice }, at);
    })
    .required(),
});

/** The leads the user owns, whatever rig they are used in. */
@Injectable()
export class StockService {
  constructor(private readonly writes: Writes) {}

  async list(): Promise<StockRow[]> {
    const rows = await LeadStockRow.findAll({
      order: [
        ['kind', 'ASC'],
        ['lengthM', 'ASC'],
      ],
    });
    return rows.map(({ kind, lengthM, count }) => ({ kind, lengthM, count }));
  }

  /** The whole stock anew, in one transaction. */
  async replace(rows: StockRow[]): Promise<StockRow[]> {
    await this.writes.run(async (transaction) => {
      await LeadStockRow.destroy({ where: {}, transaction });
      await LeadStockRow.bulkCreate(
        rows.map((row) => ({ ...row })),
        { transaction },
      );
    });
    return this.list();
  }
}

const SCHEMA = {
  type: 'array',
  items: {
    type: 'object',
    properties: { kind: { type: 'string' }, lengthM: { type: 'number' }, count: { type: 'integer' } },
  },
};

@ApiTags('stock')
@Controller('stock')
export class StockController {
  constructor(private readonly stock: StockService) {}

  @Get()
  @ApiOperation({ summary: 'Leads the user owns, by kind and length' })
  @ApiResponse({ status: 200, schema: SCHEMA })
  list() {
    return this.stock.list();
  }

  @Put()
  @ApiOperation({ summary: 'Replace the list of leads the user owns' })
  @ApiBody({ schema: { type: 'object', properties: { rows: SCHEMA } } })
  @ApiResponse({ status: 200, schema: SCHEMA })
  replace(@Body(new JoiPipe(STOCK_BODY)) body: StockBody) {
    return this.stock.replace(body.rows);
  }
}

@Module({ controllers: [StockController], providers: [StockService] })
export class StockModule {}

import { deepEqual, DEMO_RIGS, type Rig } from '@diaphon/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { Damaged, unpackRig } from '../database/kept-rigs';
import { RevisionRow, RigRow, SeedRow } from '../database/models';
import { Writes } from '../database/writes';
import { RigsService } from '../rigs/rigs.service';
import { SittingsService } from '../sittings/sittings.service';
import { demoLog } from './demo-log';

/** Whether a revision holds just this rig; one that is damaged does not. */
const isKept = async (row: RevisionRow, rig: Rig, transaction: Transaction): Promise<boolean> =>
  deepEqual(
    await unpackRig(row, transaction).catch((error: unknown) => {
      if (error instanceof Damaged) return undefined;
      throw error;
    }),
    rig,
  );

/** Puts the demo rigs on the shelf once, and brings them back on request. What a user made of them stays in their history. */
@Injectable()
export class DemoService {
  constructor(
    private readonly writes: Writes,
    private readonly rigs: RigsService,
    private readonly sittings: SittingsService,
  ) {}

  /** Adds the demo rigs that were never added before; a deleted one stays deleted. */
  seed(): Promise<number> {
    return this.writes.run(async (transaction) => {
      let added = 0;
      for (const { key, rig } of [...DEMO_RIGS].reverse()) {
        if (await SeedRow.findByPk(key, { transaction })) continue;
        await this.add(key, rig, transaction);
        added += 1;
      }
      return added;
    });
  }

  /** Every demo rig as it was, each as a new revision; other rigs are not touched. */
  reset(): Promise<{ restored: number }> {
    return this.writes.run(async (transaction) => {
      let restored = 0;
      for (const { key, rig } of [...DEMO_RIGS].reverse()) {
        const seed = await SeedRow.findByPk(key, { transaction });
        const row = seed && (await RigRow.findByPk(seed.rigId, { transaction }));
        if (!row) await this.add(key, rig, transaction);
        else if (!(await this.bringBack(row, rig, transaction))) continue;
        restored += 1;
      }
      return { restored };
    });
  }

  private async add(key: string, rig: Rig, transaction: Transaction): Promise<void> {
    const { id } = await this.rigs.insert(rig, 'Demo', transaction);
    await SeedRow.upsert({ key, rigId: id }, { transaction });
    // One of them has a past.
    if (rig === DEMO_RIGS[0]!.rig)
      for (const one of demoLog(id, rig, Date.now())) await this.sittings.keep(one, transaction);
  }

  /** False when there was nothing to bring back. */
  private async bringBack(row: RigRow, rig: Rig, transaction: Transaction): Promise<boolean> {
    const newest = await RevisionRow.findOne({ where: { rigId: row.id, number: row.revision }, transaction });
    const isSame = newest !== null && (await isKept(newest, rig, transaction));
    if (isSame && !row.deletedAt) return false;
    if (row.deletedAt) await row.update({ deletedAt: null }, { transaction });
    if (!isSame) await this.rigs.append(row, rig, 'Demo restored', transaction);
    return true;
  }
}

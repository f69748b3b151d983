import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { deflateRaw, inflateRaw } from 'node:zlib';
import { upgradeRig, type Rig } from '@diaphon/core';
import type { Transaction } from 'sequelize';
import { KeptPartRow } from './models';

const [deflate, inflate] = [promisify(deflateRaw), promisify(inflateRaw)];

/** Marks a revision whose models and lead kinds are kept apart and whose rest is deflated; others are plain JSON. */
const PACKED = 'packed:';

type Part = Rig['models'][number] | Rig['leadKinds'][number];
/** A rig whose models and lead kinds are hashes of their JSON text. */
type Thin = Omit<Rig, 'models' | 'leadKinds'> & { models: string[]; leadKinds: string[] };

const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url');

/** Keeps what is not kept yet of some parts, and answers with their hashes in order. */
const keepParts = async (parts: readonly Part[], transaction: Transaction): Promise<string[]> => {
  const texts = new Map(
    parts.map((part) => {
      const text = JSON.stringify(part);
      return [hashOf(text), text];
    }),
  );
  const known = await KeptPartRow.findAll({
    attributes: ['hash'],
    where: { hash: [...texts.keys()] },
    transaction,
  });
  for (const { hash } of known) texts.delete(hash);
  const rows = [...texts].map(([hash, document]) => ({ hash, document }));
  if (rows.length > 0) await KeptPartRow.bulkCreate(rows, { transaction });
  return parts.map((part) => hashOf(JSON.stringify(part)));
};

/** A rig document as the text of a revision, small: what all revisions share is kept once. */
export const packRig = async (rig: Rig, transaction: Transaction): Promise<string> => {
  const thin: Thin = {
    ...rig,
    models: await keepParts(rig.models, transaction),
    leadKinds: await keepParts(rig.leadKinds, transaction),
  };
  return PACKED + (await deflate(JSON.stringify(thin))).toString('base64');
};

/** The document of a revision, whole and of the present version, however it was kept. */
export const unpackRig = async (text: string, transaction?: Transaction): Promise<Rig> => {
  if (!text.startsWith(PACKED))
    return upgradeRig(JSON.parse(text) as Record<string, unknown>) as unknown as Rig;
  const bytes = await inflate(Buffer.from(text.slice(PACKED.length), 'base64'));
  const thin = JSON.parse(bytes.toString('utf8')) as Thin;
  const rows = await KeptPartRow.findAll({
    where: { hash: [...thin.models, ...thin.leadKinds] },
    ...(transaction ? { transaction } : {}),
  });
  const parts = new Map(rows.map(({ hash, document }) => [hash, JSON.parse(document) as unknown]));
  const whole = (hashes: readonly string[]) => hashes.map((hash) => parts.get(hash));
  const rig = { ...thin, models: whole(thin.models), leadKinds: whole(thin.leadKinds) };
  return upgradeRig(rig) as unknown as Rig;
};

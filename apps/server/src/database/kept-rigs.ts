import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { deflateRaw, inflateRaw } from 'node:zlib';
import { readRigValue, upgradeRig, type Rig } from '@diaphon/core';
import { BaseError, type Transaction } from 'sequelize';
import { KeptPartRow, type RevisionRow } from './models';

const [deflate, inflate] = [promisify(deflateRaw), promisify(inflateRaw)];

/** Marks a revision whose models and lead kinds are kept apart and whose rest is deflated; others are plain JSON. */
const PACKED = 'packed:';

type Part = Rig['models'][number] | Rig['leadKinds'][number];
/** A rig whose models and lead kinds are hashes of their JSON text. */
type Thin = Omit<Rig, 'models' | 'leadKinds'> & { models: string[]; leadKinds: string[] };

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url');

/** What is kept is not what was written: a disk, or another program, has changed it. */
export class Damaged extends Error {}

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

/** What some hashes stand for. @throws Damaged where one is missing, or not what it was */
const readParts = async (hashes: readonly string[], transaction?: Transaction) => {
  const rows = await KeptPartRow.findAll({
    where: { hash: [...hashes] },
    ...(transaction ? { transaction } : {}),
  });
  const parts = new Map(rows.map(({ hash, document }) => [hash, document]));
  return (hash: string): unknown => {
    const text = parts.get(hash);
    if (text === undefined || hashOf(text) !== hash) throw new Damaged(`part ${hash}`);
    return JSON.parse(text);
  };
};

const unthin = async (text: string, transaction?: Transaction): Promise<unknown> => {
  const bytes = await inflate(Buffer.from(text.slice(PACKED.length), 'base64'));
  const thin = JSON.parse(bytes.toString('utf8')) as Thin;
  const part = await readParts([...thin.models, ...thin.leadKinds], transaction);
  return { ...thin, models: thin.models.map(part), leadKinds: thin.leadKinds.map(part) };
};

/**
 * The document of a revision, whole and of the present version, however it was kept.
 * @throws Damaged where it, or a part that it names, is not what was written
 */
export const unpackRig = async (
  { document: text, hash }: Pick<RevisionRow, 'document' | 'hash'>,
  transaction?: Transaction,
): Promise<Rig> => {
  if (hash !== null && hash !== hashOf(text)) throw new Damaged('revision');
  try {
    const whole = text.startsWith(PACKED) ? await unthin(text, transaction) : (JSON.parse(text) as unknown);
    if (hash !== null) return upgradeRig(whole as Record<string, unknown>) as unknown as Rig;
    // Nothing says that it is what was written: it has to hold by itself.
    const read = readRigValue(whole);
    if (!read.ok) throw new Damaged(read.problems[0]?.where);
    return read.rig;
  } catch (error) {
    // A database that does not answer says nothing of what it holds; whatever else fails, the text is not what was written.
    if (error instanceof Damaged || error instanceof BaseError) throw error;
    throw new Damaged(error instanceof Error ? error.message : String(error));
  }
};

import { DataTypes, type QueryInterface } from 'sequelize';

/** Sittings, and what was signed, measured and noticed at each: only ever added to. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const figure = () => ({ type: DataTypes.DOUBLE, allowNull: true });
  const id = () => ({ type: DataTypes.STRING, primaryKey: true });
  // Named after the rig, which may be gone: what was recorded of it stays.
  const rigId = () => ({ type: DataTypes.STRING, allowNull: false });
  const added = () => ({
    id: id(),
    sittingId: { type: DataTypes.STRING, allowNull: false, references: { model: 'sittings', key: 'id' } },
    at: text(),
    by: text(),
  });
  await context.createTable('sittings', {
    id: id(),
    rigId: rigId(),
    revision: { type: DataTypes.INTEGER, allowNull: false },
    name: text(),
    kind: text(),
    startedAt: text(),
    lastAt: text(),
  });
  await context.createTable('steps', {
    ...added(),
    step: text(),
    words: text(),
    state: text(),
    because: text(),
  });
  await context.createTable('measurements', {
    ...added(),
    rigId: rigId(),
    channel: text(),
    name: text(),
    who: text(),
    plannedDbfs: figure(),
    levelDbfs: figure(),
    peakDbfs: figure(),
    noiseDbfs: figure(),
    humDbfs: figure(),
    faults: { type: DataTypes.INTEGER, allowNull: false },
    verdict: text(),
  });
  await context.createTable('incidents', { ...added(), kind: text(), words: text(), mended: text() });
  await context.addIndex('sittings', ['rigId', 'startedAt']);
  for (const table of ['steps', 'measurements', 'incidents']) await context.addIndex(table, ['sittingId']);
  await context.addIndex('measurements', ['rigId', 'at']);
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  for (const table of ['incidents', 'measurements', 'steps', 'sittings']) await context.dropTable(table);
};

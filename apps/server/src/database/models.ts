import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';

/** A rig on the shelf; its documents are its revisions. */
export class RigRow extends Model<InferAttributes<RigRow>, InferCreationAttributes<RigRow>> {
  declare id: string;
  declare name: string;
  /** Number of the newest revision. */
  declare revision: number;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
  declare deletedAt: CreationOptional<Date | null>;
  /** How many days the server had run by then: see `RunDays`. */
  declare deletedOnRunDay: CreationOptional<number | null>;
}

/** Days on which the server has run; one row. */
export class RunDayRow extends Model<InferAttributes<RunDayRow>, InferCreationAttributes<RunDayRow>> {
  declare id: number;
  declare days: number;
  /** The date the clock showed when the last of them was counted. */
  declare lastDate: string;
}

/** One saved state of a rig. Never changed, never removed while the rig is there. */
export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare rigId: string;
  declare number: number;
  /** What was done, in the operator's words. */
  declare label: string;
  /** The rig document: as `packRig` makes it, or plain JSON text of an older Diaphon. */
  declare document: string;
  /** Of `document`; null in revisions of an older Diaphon. */
  declare hash: CreationOptional<string | null>;
  declare savedAt: CreationOptional<Date>;
}

/** A device model or lead kind that revisions name by the hash of its JSON text. Never changed. */
export class KeptPartRow extends Model<InferAttributes<KeptPartRow>, InferCreationAttributes<KeptPartRow>> {
  declare hash: string;
  declare document: string;
}

/** What the shelf shows of a rig's revision, as JSON text. */
export class SummaryRow extends Model<InferAttributes<SummaryRow>, InferCreationAttributes<SummaryRow>> {
  declare rigId: string;
  declare revision: number;
  /** Which engine said so. */
  declare engine: number;
  declare summary: string;
}

/** Which demo rig was put on the shelf as what, so that it is done once. */
export class SeedRow extends Model<InferAttributes<SeedRow>, InferCreationAttributes<SeedRow>> {
  declare key: string;
  declare rigId: string;
}

/** Leads of one kind and length that the user owns. */
export class LeadStockRow extends Model<
  InferAttributes<LeadStockRow>,
  InferCreationAttributes<LeadStockRow>
> {
  declare kind: string;
  declare lengthM: number;
  declare count: number;
}

/** One state of a device model a user made; without a document it was removed. Never changed. */
export class OwnModelRow extends Model<InferAttributes<OwnModelRow>, InferCreationAttributes<OwnModelRow>> {
  declare id: string;
  declare revision: number;
  /** The model as JSON text. */
  declare document: string | null;
  declare savedAt: CreationOptional<Date>;
}

/** A browser that signed in, or did once: by the hash of what its cookie says. */
export class SessionRow extends Model<InferAttributes<SessionRow>, InferCreationAttributes<SessionRow>> {
  declare hash: string;
  declare kind: 'signed in' | 'known';
  /** What the browser calls itself. */
  declare agent: string;
  declare startedAt: number;
  /** Milliseconds since 1970. */
  declare expiresAt: number;
}

/** Whether other machines may come in, and the hash of what they have to know. One row. */
export class DoorRow extends Model<InferAttributes<DoorRow>, InferCreationAttributes<DoorRow>> {
  declare id: number;
  declare isOpen: boolean;
  declare passphraseHash: string;
}

/** One dated use of a rig. */
export class SittingRow extends Model<InferAttributes<SittingRow>, InferCreationAttributes<SittingRow>> {
  declare id: string;
  declare rigId: string;
  declare revision: number;
  declare name: string;
  declare kind: 'set up' | 'strike';
  declare startedAt: string;
  declare lastAt: string;
}

/** What is added to a sitting and never changed. Times as ISO text: whoever signs has a clock of their own. */
export class SignedStepRow extends Model<
  InferAttributes<SignedStepRow>,
  InferCreationAttributes<SignedStepRow>
> {
  declare id: string;
  declare sittingId: string;
  declare at: string;
  declare by: string;
  declare step: string;
  declare words: string;
  declare state: 'done' | 'not done' | 'open';
  declare because: string;
}
export class MeasurementRow extends Model<
  InferAttributes<MeasurementRow>,
  InferCreationAttributes<MeasurementRow>
> {
  declare id: string;
  declare sittingId: string;
  declare rigId: string;
  declare at: string;
  declare by: string;
  declare channel: string;
  declare name: string;
  declare who: string;
  declare plannedDbfs: number | null;
  declare levelDbfs: number | null;
  declare peakDbfs: number | null;
  declare noiseDbfs: number | null;
  declare humDbfs: number | null;
  declare faults: number;
  declare verdict: string;
}
export class IncidentRow extends Model<InferAttributes<IncidentRow>, InferCreationAttributes<IncidentRow>> {
  declare id: string;
  declare sittingId: string;
  declare at: string;
  declare by: string;
  declare kind: 'incident' | 'note' | 'file' | 'battery';
  declare words: string;
  declare mended: string;
}

export const initModels = (sequelize: Sequelize): void => {
  // A new one for each column: Sequelize writes the column's name into it.
  const now = () => ({ type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW });
  RigRow.init(
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      name: { type: DataTypes.STRING, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      createdAt: now(),
      updatedAt: now(),
      deletedAt: { type: DataTypes.DATE, allowNull: true },
      deletedOnRunDay: { type: DataTypes.INTEGER, allowNull: true },
    },
    { sequelize, tableName: 'rigs', timestamps: false },
  );
  RevisionRow.init(
    {
      rigId: { type: DataTypes.STRING, primaryKey: true },
      number: { type: DataTypes.INTEGER, primaryKey: true },
      label: { type: DataTypes.STRING, allowNull: false },
      document: { type: DataTypes.TEXT, allowNull: false },
      hash: { type: DataTypes.STRING, allowNull: true },
      savedAt: now(),
    },
    { sequelize, tableName: 'revisions', timestamps: false },
  );
  KeptPartRow.init(
    {
      hash: { type: DataTypes.STRING, primaryKey: true },
      document: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: 'keptParts', timestamps: false },
  );
  SummaryRow.init(
    {
      rigId: { type: DataTypes.STRING, primaryKey: true },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      engine: { type: DataTypes.INTEGER, allowNull: false },
      summary: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: 'summaries', timestamps: false },
  );
  RunDayRow.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      days: { type: DataTypes.INTEGER, allowNull: false },
      lastDate: { type: DataTypes.STRING, allowNull: false },
    },
    { sequelize, tableName: 'runDays', timestamps: false },
  );
  SeedRow.init(
    {
      key: { type: DataTypes.STRING, primaryKey: true },
      rigId: { type: DataTypes.STRING, allowNull: false },
    },
    { sequelize, tableName: 'seeds', timestamps: false },
  );
  LeadStockRow.init(
    {
      kind: { type: DataTypes.STRING, primaryKey: true },
      lengthM: { type: DataTypes.DOUBLE, primaryKey: true },
      count: { type: DataTypes.INTEGER, allowNull: false },
    },
    { sequelize, tableName: 'leadStock', timestamps: false },
  );
  OwnModelRow.init(
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      document: { type: DataTypes.TEXT, allowNull: true },
      savedAt: now(),
    },
    { sequelize, tableName: 'ownModels', timestamps: false },
  );
  SessionRow.init(
    {
      hash: { type: DataTypes.STRING, primaryKey: true },
      kind: { type: DataTypes.STRING, allowNull: false },
      agent: { type: DataTypes.TEXT, allowNull: false },
      startedAt: { type: DataTypes.INTEGER, allowNull: false },
      expiresAt: { type: DataTypes.INTEGER, allowNull: false },
    },
    { sequelize, tableName: 'sessions', timestamps: false },
  );
  DoorRow.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      isOpen: { type: DataTypes.BOOLEAN, allowNull: false },
      passphraseHash: { type: DataTypes.STRING, allowNull: false },
    },
    { sequelize, tableName: 'door', timestamps: false },
  );
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const added = () => ({
    id: { type: DataTypes.STRING, primaryKey: true },
    sittingId: { type: DataTypes.STRING, allowNull: false },
    at: text(),
    by: text(),
  });
  const figure = () => ({ type: DataTypes.DOUBLE, allowNull: true });
  SittingRow.init(
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      rigId: { type: DataTypes.STRING, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      name: text(),
      kind: text(),
      startedAt: text(),
      lastAt: text(),
    },
    { sequelize, tableName: 'sittings', timestamps: false },
  );
  SignedStepRow.init(
    { ...added(), step: text(), words: text(), state: text(), because: text() },
    { sequelize, tableName: 'steps', timestamps: false },
  );
  MeasurementRow.init(
    {
      ...added(),
      rigId: { type: DataTypes.STRING, allowNull: false },
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
    },
    { sequelize, tableName: 'measurements', timestamps: false },
  );
  IncidentRow.init(
    { ...added(), kind: text(), words: text(), mended: text() },
    { sequelize, tableName: 'incidents', timestamps: false },
  );
};

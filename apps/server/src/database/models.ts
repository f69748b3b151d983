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
};

import { DataTypes, type QueryInterface } from 'sequelize';

/** Models and lead kinds once each, by what they say; revisions name them. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('keptParts', {
    hash: { type: DataTypes.STRING, primaryKey: true },
    document: { type: DataTypes.TEXT, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('keptParts');
};

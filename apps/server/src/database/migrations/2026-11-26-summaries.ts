import { DataTypes, type QueryInterface } from 'sequelize';

/** What the shelf shows of a revision, worked out once when it was saved. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('summaries', {
    rigId: { type: DataTypes.STRING, primaryKey: true },
    revision: { type: DataTypes.INTEGER, allowNull: false },
    engine: { type: DataTypes.INTEGER, allowNull: false },
    summary: { type: DataTypes.TEXT, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('summaries');
};

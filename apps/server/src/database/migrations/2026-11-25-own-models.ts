import { DataTypes, type QueryInterface } from 'sequelize';

export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('ownModels', {
    id: { type: DataTypes.STRING, primaryKey: true },
    revision: { type: DataTypes.INTEGER, primaryKey: true },
    document: { type: DataTypes.TEXT, allowNull: true },
    savedAt: { type: DataTypes.DATE, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('ownModels');
};

import { DataTypes, type QueryInterface } from 'sequelize';

export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  const date = () => ({ type: DataTypes.DATE, allowNull: false });
  await context.createTable('rigs', {
    id: { type: DataTypes.STRING, primaryKey: true },
    name: { type: DataTypes.STRING, allowNull: false },
    revision: { type: DataTypes.INTEGER, allowNull: false },
    createdAt: date(),
    updatedAt: date(),
    deletedAt: { type: DataTypes.DATE, allowNull: true },
  });
  await context.createTable('revisions', {
    rigId: {
      type: DataTypes.STRING,
      primaryKey: true,
      references: { model: 'rigs', key: 'id' },
      onDelete: 'CASCADE',
    },
    number: { type: DataTypes.INTEGER, primaryKey: true },
    label: { type: DataTypes.STRING, allowNull: false },
    document: { type: DataTypes.TEXT, allowNull: false },
    savedAt: date(),
  });
  await context.createTable('seeds', {
    key: { type: DataTypes.STRING, primaryKey: true },
    rigId: { type: DataTypes.STRING, allowNull: false, references: { model: 'rigs', key: 'id' } },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  for (const table of ['seeds', 'revisions', 'rigs']) await context.dropTable(table);
};

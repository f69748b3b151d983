import { DataTypes, type QueryInterface } from 'sequelize';

/** Browsers that signed in. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('sessions', {
    hash: { type: DataTypes.STRING, primaryKey: true },
    kind: { type: DataTypes.STRING, allowNull: false },
    agent: { type: DataTypes.TEXT, allowNull: false },
    startedAt: { type: DataTypes.INTEGER, allowNull: false },
    expiresAt: { type: DataTypes.INTEGER, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('sessions');
};

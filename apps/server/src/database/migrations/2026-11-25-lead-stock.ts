import { DataTypes, type QueryInterface } from 'sequelize';

export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('leadStock', {
    kind: { type: DataTypes.STRING, primaryKey: true },
    lengthM: { type: DataTypes.DOUBLE, primaryKey: true },
    count: { type: DataTypes.INTEGER, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('leadStock');
};

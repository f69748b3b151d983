import { DataTypes, type QueryInterface } from 'sequelize';

/** Whether other machines may come in. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('door', {
    id: { type: DataTypes.INTEGER, primaryKey: true },
    isOpen: { type: DataTypes.BOOLEAN, allowNull: false },
    passphraseHash: { type: DataTypes.STRING, allowNull: false },
  });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.dropTable('door');
};

import { DataTypes, type QueryInterface } from 'sequelize';

/** Days on which the server has run, counted by itself, and the one on which a rig was deleted: a wrong clock empties no bin. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.createTable('runDays', {
    id: { type: DataTypes.INTEGER, primaryKey: true },
    days: { type: DataTypes.INTEGER, allowNull: false },
    lastDate: { type: DataTypes.STRING, allowNull: false },
  });
  await context.addColumn('rigs', 'deletedOnRunDay', { type: DataTypes.INTEGER, allowNull: true });
  // What lies in the bin already lies there from the first day that is counted.
  await context.sequelize.query('UPDATE rigs SET deletedOnRunDay = 0 WHERE deletedAt IS NOT NULL');
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.removeColumn('rigs', 'deletedOnRunDay');
  await context.dropTable('runDays');
};

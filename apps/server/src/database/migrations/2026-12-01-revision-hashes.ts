import { DataTypes, type QueryInterface } from 'sequelize';

/** The hash of what is kept of a revision, by which damage is seen; revisions of an older Diaphon have none. */
export const up = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.addColumn('revisions', 'hash', { type: DataTypes.STRING, allowNull: true });
};

export const down = async ({ context }: { context: QueryInterface }): Promise<void> => {
  await context.removeColumn('revisions', 'hash');
};

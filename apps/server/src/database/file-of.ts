import { QueryTypes, type Sequelize } from 'sequelize';

/** The file a database is in, as SQLite has opened it. */
export const fileOf = async (sequelize: Sequelize): Promise<string> => {
  const [main] = await sequelize.query<{ file: string }>(
    "SELECT file FROM pragma_database_list WHERE name = 'main'",
    { type: QueryTypes.SELECT },
  );
  return main!.file;
};

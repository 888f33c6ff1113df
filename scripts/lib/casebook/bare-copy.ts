import pg from "pg";
import { TABLES_OF_JOB } from "../deal-again";

/** What an import writes rows into. */
const TABLES = ["vehicle", "job", ...TABLES_OF_JOB];

/**
 * The same rows once more, by COPY from a file into empty tables with the same indexes: what the database alone takes for them.
 * To be called as a superuser of a database on this machine.
 * @returns seconds
 */
export async function bareCopySeconds(databaseUrl: string): Promise<number> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  let seconds = 0;
  try {
    const { rows } = await client.query<{ folder: string }>("select current_setting('data_directory') as folder");
    for (const table of TABLES) {
      const columns = await client.query<{ list: string }>(
        "select string_agg(quote_ident(column_name), ', ' order by ordinal_position) as list from information_schema.columns where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'",
        [table],
      );
      const list = columns.rows[0]?.list;
      const file = `${rows[0]?.folder}/bare-copy`;
      // A table in pieces is read as what stands in all of them.
      await client.query(`copy (select ${list} from ${table}) to '${file}'`);
      await client.query("begin");
      await client.query(
        `create table bare_copy (like ${table} including defaults including generated including indexes)`,
      );
      const begun = performance.now();
      await client.query(`copy bare_copy (${list}) from '${file}'`);
      await client.query("savepoint copied");
      seconds += (performance.now() - begun) / 1000;
      await client.query("rollback");
    }
    return seconds;
  } finally {
    await client.end();
  }
}

import "server-only";
import pg from "pg";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

/** The database user that the application works as; migrations and tools work as the owner. */
export interface ApplicationUser {
  readonly name: string;
  readonly password: string;
}

/** What is written once and never changed: the application may add to it and read it, and that is all. */
const APPEND_ONLY = ["entry", "entry_odds", "text_version"];
/** What only migrations write. */
const READ_ONLY = ["migration", "search_name"];

/**
 * Gives the application's user what the application does, and nothing else: it owns no table, so it can neither change the trail nor switch
 * the triggers off that guard it. To be called as the owner, after every migration.
 * @param makes whether to make the user, or give it this password, on a server of our own
 * @throws Error with one sentence where there is no such user and it is not ours to make
 */
export async function admitApplication(db: Db, user: ApplicationUser, makes: boolean): Promise<void> {
  const name = pg.escapeIdentifier(user.name);
  if (makes) await makeUser(db, user);
  else if (!(await isThere(db, user.name)))
    throw new Error(`The database has no user ${user.name}: make it first, as docs/running.md says.`);
  const tables = await many<TableRow>(
    db,
    `select relname as name, relispartition as piece
     from pg_class
     where relnamespace = 'public'::regnamespace and relkind in ('r', 'p', 'v')`,
  );
  await db.query(`grant usage on schema public to ${name}`);
  await db.query(`grant usage, select on all sequences in schema public to ${name}`);
  for (const table of tables) {
    const own = pg.escapeIdentifier(table.name);
    await db.query(`revoke all on ${own} from ${name}`);
    await db.query(`grant ${rightsOn(table)} on ${own} to ${name}`);
  }
  await db.query(`grant usage on schema queue to ${name}`);
  await db.query(`grant select, insert, update, delete on all tables in schema queue to ${name}`);
  // Bulk imports see to what their rows refer to themselves; the trail's own triggers fire all the same (they are enabled always).
  if (makes) await db.query(`grant set on parameter session_replication_role to ${name}`);
}

interface TableRow {
  readonly name: string;
  readonly piece: boolean;
}

/** Who may write a table writes its pieces through it; a backup reads them one by one. */
function rightsOn({ name, piece }: TableRow): string {
  if (piece || READ_ONLY.includes(name)) return "select";
  return APPEND_ONLY.includes(name) ? "select, insert" : "select, insert, update, delete";
}

async function makeUser(db: Db, { name, password }: ApplicationUser): Promise<void> {
  const [own, secret] = [pg.escapeIdentifier(name), pg.escapeLiteral(password)];
  const verb = (await isThere(db, name)) ? "alter" : "create";
  await db.query(`${verb} role ${own} login nosuperuser nocreatedb nocreaterole password ${secret}`);
}

const isThere = async (db: Db, name: string): Promise<boolean> =>
  (await maybeOne(db, "select rolname from pg_roles where rolname = $1", [name])) !== null;

/** What the user of this connection could do to the trail; null where it can only add to it. */
export async function trailDanger(db: Db): Promise<string | null> {
  const { name, superuser, owner } = await one<{ name: string; superuser: boolean; owner: boolean }>(
    db,
    `select current_user as name, r.rolsuper as superuser,
       exists (select from pg_tables where tablename = 'entry' and pg_has_role(current_user, tableowner, 'member')) as owner
     from pg_roles r
     where r.rolname = current_user`,
  );
  if (!superuser && !owner) return null;
  const why = superuser ? "is a superuser of the database" : "owns the tables";
  return `The application works as "${name}", which ${why}: whoever takes it over could rewrite the trail. Give it a user of its own (docs/running.md).`;
}

/** One at a time: two programs that start at once would grant the same rights at the same moment. */
export async function lockForAdmitting(db: Db): Promise<void> {
  await execute(db, "select pg_advisory_xact_lock($1)", [ADMITTING]);
}

/** Any fixed number of our own. */
const ADMITTING = 4_310_004;

import "server-only";

interface Settings {
  readonly databaseUrl: string;
}

/** The settings of a running server, from its environment. @throws Error where one is missing or malformed */
export function settings(env: NodeJS.ProcessEnv = process.env): Settings {
  const databaseUrl = env.DATABASE_URL;
  if (!databaseUrl) throw new Error("DATABASE_URL is not set: start with npm start, or set it to a PostgreSQL address");
  if (!/^postgres(ql)?:\/\//.test(databaseUrl)) throw new Error("DATABASE_URL must begin with postgres://");
  return { databaseUrl };
}

import "server-only";

interface Settings {
  readonly databaseUrl: string;
  /** The same database without a pooler between: for what needs one connection for itself, such as listening. */
  readonly databaseDirectUrl: string;
  /** Where the shop's vehicle interface answers; null where it has none. */
  readonly vehicleInterfaceUrl: string | null;
}

/** The settings of a running server, from its environment. @throws Error where one is missing or malformed */
export function settings(env: NodeJS.ProcessEnv = process.env): Settings {
  const databaseUrl = env.DATABASE_URL;
  if (!databaseUrl) throw new Error("DATABASE_URL is not set: start with npm start, or set it to a PostgreSQL address");
  if (!/^postgres(ql)?:\/\//.test(databaseUrl)) throw new Error("DATABASE_URL must begin with postgres://");
  const databaseDirectUrl = env.DATABASE_DIRECT_URL || databaseUrl;
  if (!/^postgres(ql)?:\/\//.test(databaseDirectUrl))
    throw new Error("DATABASE_DIRECT_URL must begin with postgres://");
  const vehicleInterfaceUrl = env.VEHICLE_INTERFACE_URL?.replace(/\/+$/, "") || null;
  if (vehicleInterfaceUrl && !/^https?:\/\//.test(vehicleInterfaceUrl))
    throw new Error("VEHICLE_INTERFACE_URL must begin with http:// or https://");
  return { databaseUrl, databaseDirectUrl, vehicleInterfaceUrl };
}

/** Whether a pooler stands between, that gives a connection to whoever has a transaction: nothing may be kept on one for later. */
export const isPooled = ({ databaseUrl, databaseDirectUrl }: Settings): boolean => databaseUrl !== databaseDirectUrl;

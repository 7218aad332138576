import * as z from 'zod';

const Config = z.object({
  DATABASE_URL: z.url({
    protocol: /^postgres(ql)?$/,
    error:
      'DATABASE_URL must be a PostgreSQL address, such as postgres://user@127.0.0.1:5432/twin_shot',
  }),
  /** for listening, where DATABASE_URL leads through a pooler: a pooled line hears nothing */
  DATABASE_LISTEN_URL: z
    .url({ protocol: /^postgres(ql)?$/, error: 'DATABASE_LISTEN_URL must be a PostgreSQL address' })
    .optional(),
  HOST: z
    .string()
    .min(1, 'HOST is the address to serve on, such as 127.0.0.1')
    .default('127.0.0.1'),
  PORT: z.coerce
    .number({ error: 'PORT must be a number from 1 to 65535' })
    .int()
    .min(1, 'PORT must be a number from 1 to 65535')
    .max(65535, 'PORT must be a number from 1 to 65535')
    .default(4310),
  DATABASE_POOL: z.coerce
    .number({ error: 'DATABASE_POOL must be a number from 1 to 50' })
    .int()
    .min(1, 'DATABASE_POOL must be a number from 1 to 50')
    .max(50, 'DATABASE_POOL must be a number from 1 to 50')
    .default(10),
});
export type Config = z.infer<typeof Config>;

/** All the app is told from outside. Throws one sentence, not a stack of issues. */
export function readConfig(env: Record<string, string | undefined> = process.env): Config {
  const read = Config.safeParse({ ...env, DATABASE_URL: env.DATABASE_URL ?? '' });
  if (!read.success) throw new Error(read.error.issues[0]!.message);
  return read.data;
}

/** Where the database is to be listened to. */
export function listenUrl(): string {
  const config = readConfig();
  return config.DATABASE_LISTEN_URL ?? config.DATABASE_URL;
}

/** Where the database is. */
export const databaseUrl = (): string => readConfig().DATABASE_URL;

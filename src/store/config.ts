import * as z from 'zod';

const Config = z.object({
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/, error: 'DATABASE_URL must be a PostgreSQL address, such as postgres://user@127.0.0.1:5432/twin_shot' }),
});

/** Where the database is. Throws a sentence, not a stack of issues. */
export function databaseUrl(env: Record<string, string | undefined> = process.env): string {
  const read = Config.safeParse({ DATABASE_URL: env.DATABASE_URL ?? '' });
  if (!read.success) throw new Error(read.error.issues[0]!.message);
  return read.data.DATABASE_URL;
}

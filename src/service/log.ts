import pino from 'pino';

/** Lines kept in memory for whoever asks for help. */
const KEPT = 400;
const lately: string[] = [];

const keeps = {
  write: (line: string) =>
    void (lately.push(line.trimEnd()), lately.length > KEPT && lately.shift()),
};
const { TWIN_SHOT_LOG: folder } = process.env;
/** A file a day, a fortnight of them; or what the process prints, where no folder is said. */
const out = folder
  ? (pino.transport({
      target: 'pino-roll',
      options: {
        file: `${folder}/app`,
        frequency: 'daily',
        extension: '.jsonl',
        mkdir: true,
        limit: { count: 14 },
      },
    }) as pino.DestinationStream)
  : pino.destination(1);

/**
 * Structured lines, one a request and one a fault. Never a customer, a name or what somebody typed:
 * ids, routes, numbers.
 */
export const log = pino(
  {
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    level: process.env.TWIN_SHOT_LOG_LEVEL ?? 'info',
  },
  pino.multistream([{ stream: out }, { stream: keeps }]),
);

export const latelyLogged = (): unknown[] => lately.map((line) => JSON.parse(line) as unknown);

/** What a fault is, without its message: a database's own quotes what was sent. */
export function faultOf(error: unknown): { name: string; code?: string; at: string[] } {
  const {
    name = 'Error',
    stack = '',
    original,
  } = (error ?? {}) as { name?: string; stack?: string; original?: { code?: string } };
  const code = original?.code ?? (error as { code?: string }).code;
  const at = stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 8)
    .map((line) => line.trim());
  return { name, ...(typeof code === 'string' && { code }), at };
}

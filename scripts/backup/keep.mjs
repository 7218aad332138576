// Which backups are kept: one a day for a week, one a week for five, one a month for a year. Pure,
// so that it can be tested.
const DAY = 86_400_000;
const RULES = [
  { of: 7, span: (at) => new Date(at).toISOString().slice(0, 10) },
  { of: 5, span: (at) => String(Math.floor((at / DAY + 3) / 7)) },
  { of: 12, span: (at) => new Date(at).toISOString().slice(0, 7) },
];

/**
 * Moments of backups that are kept, of all there are: of each span its last. The newest is always
 * among them.
 */
export function keptOf(all) {
  const kept = new Set();
  const newestFirst = [...all].sort((one, other) => other - one);
  for (const { of, span } of RULES) {
    const seen = new Set();
    for (const at of newestFirst) {
      if (seen.has(span(at))) continue;
      if (seen.size === of) break;
      seen.add(span(at));
      kept.add(at);
    }
  }
  return kept;
}

const NAME = /^twin-shot-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.dump$/;
export const nameOf = (at) =>
  `twin-shot-${new Date(at).toISOString().slice(0, 19).replaceAll(':', '-')}Z.dump`;
/** When a file of that name was made; null where it is none of ours. */
export function madeAt(name) {
  const read = NAME.exec(name);
  return read ? Date.parse(`${read[1]}T${read[2]}:${read[3]}:${read[4]}Z`) : null;
}

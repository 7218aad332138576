/**
 * Days as people write them: 2026-12-01, 1/12/2026 (day first), 1.12.2026. Null when it is none or
 * no such day.
 */
export function readDay(typed: string): string | null {
  const text = typed.trim();
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const dayFirst = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})$/.exec(text);
  const [word, mould, draw] = iso
    ? [iso[1], iso[2], iso[3]]
    : dayFirst
      ? [dayFirst[3], dayFirst[2], dayFirst[1]]
      : [];
  if (!word) return null;
  const day = `${word}-${mould!.padStart(2, '0')}-${draw!.padStart(2, '0')}`;
  const parsed = new Date(`${day}T00:00:00Z`);
  return Number.isNaN(parsed.getTime()) || parsed.toISOString().slice(0, 10) !== day ? null : day;
}

import { shopKey } from './shopKey.ts';

/** Choices remembered of a list. */
const MOST = 6;
const keyOf = (list: string): string => `twin-shot-recent-${list}${shopKey()}`;

/** What was lately chosen of a list on this device, the last first. */
export function recentOf(list: string): string[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(list)) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** Remembers a choice. */
export function chose(list: string, value: string): void {
  const all = [value, ...recentOf(list).filter((other) => other !== value)];
  localStorage.setItem(keyOf(list), JSON.stringify(all.slice(0, MOST)));
}

/** Options with those lately chosen first. */
export function recentFirst<Option extends { value: string }>(
  options: readonly Option[],
  recent: readonly string[],
): Option[] {
  const rank = ({ value }: Option) => {
    const at = recent.indexOf(value);
    return at < 0 ? recent.length : at;
  };
  return [...options].sort((one, other) => rank(one) - rank(other));
}

const pick = <T>(chance: () => number, list: readonly T[]): T =>
  list[Math.floor(chance() * list.length)]!;

/** A request nobody should send, and some that anybody might. */
export interface Hostile {
  method: string;
  path: string;
  headers: Record<string, string>;
  body?: string;
}
type Chance = () => number;

const WORDS = [
  '',
  ' ',
  'abc',
  '\u0000',
  'half \ud83d',
  'a'.repeat(12_000),
  '<script>alert(1)</script>',
  "'; DROP TABLE orders; --",
  '=1+1',
  '-dash',
  '../../etc/passwd',
  '${7*7}',
  '‮reversed',
  '𝔘nicode 🐟',
  'null',
  '%s%n',
  '\r\nSet-Cookie: a=b',
  '2026-99-99,1',
  '2031-05-01,2147483648',
  '0000-01-01,1',
  '99999999999999,3',
  '1e300,1',
];
const NUMBERS = [0, -1, 1, 1.5, 2 ** 31, 2 ** 31 - 1, 2 ** 53, -(2 ** 63), 1e308, 1e-320];
const IDS = [
  '0',
  '-1',
  '1',
  '2',
  '2147483647',
  '2147483648',
  '9007199254740993',
  '1e9',
  '1.5',
  'abc',
  '%00',
  '%ff',
  '..%2f..',
  "1'--",
  '%F0%9F%90%9F',
  'a'.repeat(3000),
];

/** Something that might stand anywhere in JSON. */
function anything(chance: Chance, deep = 0): unknown {
  const kind = Math.floor(chance() * (deep > 3 ? 5 : 7));
  if (kind === 0) return null;
  if (kind === 1) return chance() < 0.5;
  if (kind === 2) return pick(chance, NUMBERS);
  if (kind <= 4) return pick(chance, WORDS);
  if (kind === 5)
    return Array.from({ length: Math.floor(chance() * 4) }, () => anything(chance, deep + 1));
  return Object.fromEntries(
    Array.from({ length: Math.floor(chance() * 4) }, () => [
      pick(chance, [...WORDS.slice(0, 5), '__proto__', 'constructor', 'id', 'name']),
      anything(chance, deep + 1),
    ]),
  );
}

/** A sound body with something in it that is not. */
function spoilt(chance: Chance, value: unknown): unknown {
  if (value === null || typeof value !== 'object' || chance() < 0.15) return anything(chance);
  if (Array.isArray(value))
    return value.length === 0 || chance() < 0.2
      ? [...(value as unknown[]), anything(chance)]
      : value.map((given, i) =>
          i === Math.floor(chance() * value.length) ? spoilt(chance, given) : (given as unknown),
        );
  const keys = Object.keys(value);
  const key = pick(chance, keys.length > 0 ? keys : ['name']);
  const held = value as Record<string, unknown>;
  if (chance() < 0.1)
    return Object.fromEntries(Object.entries(held).filter(([name]) => name !== key));
  return { ...held, [key]: spoilt(chance, held[key]) };
}

/** Every endpoint with the methods it has, and a sound body where it takes one. */
export interface Endpoint {
  path: string;
  methods: Record<string, unknown>;
  query?: string[];
}

const filled = (chance: Chance, path: string): string =>
  path.replace(/\{id\}/g, () => pick(chance, IDS));
const queryOf = (chance: Chance, keys: readonly string[] = []): string => {
  const some = [...keys, 'x'].filter(() => chance() < 0.4);
  return some.length === 0
    ? ''
    : `?${some
        .map(
          (key) =>
            `${key}=${encodeURIComponent(
              pick(chance, WORDS)
                .slice(0, 2000)
                .replace(/[\ud800-\udfff]/g, ''),
            )}`,
        )
        .join('&')}`;
};

/** One hostile request. */
export function hostile(chance: Chance, endpoints: readonly Endpoint[]): Hostile {
  const endpoint = pick(chance, endpoints);
  const known = Object.keys(endpoint.methods);
  const method =
    chance() < 0.06
      ? pick(chance, ['PATCH', 'OPTIONS', 'HEAD', 'PROPFIND', 'TRACE'])
      : pick(chance, known);
  const path = filled(chance, endpoint.path) + queryOf(chance, endpoint.query);
  const headers: Record<string, string> = {};
  if (chance() < 0.2)
    headers['if-match'] = pick(chance, ['*', '"x"', 'W/"1"', '"".""', 'a'.repeat(500)]);
  if (chance() < 0.2)
    headers['idempotency-key'] = pick(chance, [
      '1',
      '00000000-0000-0000-0000-000000000000',
      'ffffffff-ffff-4fff-8fff-ffffffffffff',
    ]);
  if (chance() < 0.1)
    headers.authorization = pick(chance, [
      'Bearer',
      'Bearer x',
      `Bearer ${'k'.repeat(5000)}`,
      'Basic YTpi',
    ]);
  if (method === 'GET' || method === 'HEAD' || method === 'OPTIONS')
    return { method, path, headers };
  headers['content-type'] =
    chance() < 0.93
      ? 'application/json'
      : pick(chance, ['text/plain', 'image/png', 'multipart/form-data; boundary=x', '']);
  const sound = endpoint.methods[method] ?? {};
  const body =
    chance() < 0.1
      ? pick(chance, ['', '{', '[]', '"\\ud800"', 'nul', '{"a":1e999}', '['.repeat(5000)])
      : JSON.stringify(chance() < 0.1 ? sound : spoilt(chance, sound));
  return { method, path, headers, body };
}

import { problem } from './result.ts';

/** What pictures begin with. */
const KINDS: [string, number[]][] = [
  ['image/jpeg', [0xff, 0xd8, 0xff]],
  ['image/png', [0x89, 0x50, 0x4e, 0x47]],
  ['image/webp', [0x52, 0x49, 0x46, 0x46]],
];

/** Which kind of picture some bytes are, by what they begin with; null where they are none. */
export const pictureKind = (bytes: Buffer): string | null =>
  KINDS.find(([, magic]) => magic.every((byte, i) => bytes[i] === byte))?.[0] ?? null;

export const noPicture = () =>
  problem(
    422,
    'no-picture',
    'That is no picture this shop can show: JPEG, PNG or WebP. Nothing was changed.',
  );

import type { Block } from '@/core/tape/index.ts';

/** Blocks that are drawn as one, from the first to the last of them. */
export interface Group {
  blocks: Block[];
  from: number;
  to: number;
}
/** Blocks of a lane in one where they are of one kind and touch, s. */
const TOUCH = 1;
/** Blocks of a lane that are drawn as one: those with one key that follow each other. */
export function together(blocks: readonly Block[], keyOf: (block: Block) => string): Group[] {
  const groups: Group[] = [];
  for (const block of [...blocks].sort((one, other) => one.from - other.from)) {
    const last = groups.at(-1);
    if (last && keyOf(last.blocks[0]!) === keyOf(block) && block.from - last.to <= TOUCH) {
      last.blocks.push(block);
      last.to = Math.max(last.to, block.to);
    } else groups.push({ blocks: [block], from: block.from, to: block.to });
  }
  return groups;
}

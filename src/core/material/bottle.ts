/** How a bottle on the shelf is: what it does to plastic, and what is done about it (handbook §5). */
export const BOTTLES = {
  well: { name: 'in order', harm: null },
  damp: { name: 'damp', harm: 'damp: it makes bubbles. Dry it, or take another bottle' },
  dirty: { name: 'dirty', harm: 'dirty: it carries another colour. Clean its neck and cap' },
} as const satisfies Record<string, { name: string; harm: string | null }>;
export type BottleIs = keyof typeof BOTTLES;

import type { Turn } from './work.ts';

export const cycleOf = ({ mould }: Turn): string => `${mould.key}:${mould.cycles}`;

import type { SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import type { CupState } from '../state/cup.ts';

export const cup = (state: SessionState, key: string, act: (cup: CupState) => void): void => {
  const cup = state.cups.get(key);
  if (cup) act(cup);
};
export const mould = (state: SessionState, key: string, act: (mould: MouldState) => void): void => {
  const mould = state.moulds.get(key);
  if (mould) act(mould);
};

import { useEffect, useState } from 'react';
import type { OutlineKey } from '@/core/mould/index.ts';
import type { Begin, Leavable } from '@/core/starter/begin.ts';
import { baitName } from '@/core/starter/mould.ts';
import { COUNTRIES } from '@/core/starter/countries.ts';
import { ORDINARY, ORDINARY_KEYS } from '@/core/starter/shelf.ts';
import { USUAL } from '@/core/starter/usual.ts';
import { call } from '@/ui/api.ts';
import { shopKey } from '@/ui/shopKey.ts';

/** A mould that is there already, to begin with. */
export interface HeldMould {
  id: number;
  name: string;
  outline: OutlineKey;
  length: number;
}

/** What is said on the walk, as it is kept on this device until the shop is set up. */
interface Kept {
  said: Begin;
  step: number;
}
const KEPT = (): string => `twin-shot-begin${shopKey()}`;
const ALL: readonly Leavable[] = ['oven', 'cups', 'injector'];

const start = (moulds: readonly HeldMould[]): Kept => ({
  step: 0,
  said: {
    ...USUAL,
    ...(moulds[0] && { mould: { id: moulds[0].id } }),
    shelf: ORDINARY_KEYS.filter((key) => 'first' in ORDINARY[key]),
    left: [...ALL],
  },
});

function keptHere(): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(KEPT()) ?? 'null') as Kept | null;
  } catch {
    return null;
  }
}

/** The walk along the bench: what is said so far, kept on this device, and where one stands. */
export function useWalk(moulds: readonly HeldMould[]) {
  const [{ said, step }, setWalk] = useState<Kept>(() => {
    const held = keptHere() ?? start(moulds);
    // A mould that was measured on its own page meanwhile is the one to begin with.
    const mould = moulds[0] && !('id' in held.said.mould) ? { id: moulds[0].id } : held.said.mould;
    return { ...held, said: { ...held.said, mould } };
  });
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const [going, setGoing] = useState(false);
  useEffect(() => localStorage.setItem(KEPT(), JSON.stringify({ said, step })), [said, step]);
  const { units } = COUNTRIES[said.country];
  const { mould } = said;
  const shape = 'id' in mould ? moulds.find(({ id }) => id === mould.id) : mould;
  const calledUsually = shape ? baitName(shape, units) : 'First bait';
  const set = (part: Partial<Begin>) => {
    const touched = ALL.filter((key) => key in part);
    setWalk((walk) => ({
      ...walk,
      said: {
        ...walk.said,
        ...part,
        left: (part.left ?? walk.said.left).filter((key) => !touched.includes(key)),
      },
    }));
    setWrong(null);
  };
  const begin = async () => {
    setGoing(true);
    const reply = await call<{ plan: number }>('POST', '/api/begin', {
      ...said,
      bait: said.bait.trim() || calledUsually,
    });
    setGoing(false);
    if (!reply.ok) return setWrong({ message: reply.message, field: reply.field });
    localStorage.removeItem(KEPT());
    location.assign(`/plan/${reply.value.plan}`);
  };
  return {
    said,
    step,
    units,
    wrong,
    going,
    calledUsually,
    set,
    begin,
    /** what was left at its usual figure */
    isLeft: (what: Leavable) => said.left.includes(what),
    isRight: (what: Leavable) => set({ left: said.left.filter((key) => key !== what) }),
    goTo: (next: number) => {
      setWalk((walk) => ({ ...walk, step: next }));
      scrollTo({ top: 0 });
    },
  };
}
export type Walk = ReturnType<typeof useWalk>;

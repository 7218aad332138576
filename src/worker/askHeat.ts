import type { HeatAnswer, HeatAsk, HeatNote, HeatSetup } from '@/core/session/index.ts';
import type { HeatAsked } from './heat.worker.ts';

/** Asks for what is foreseen at a bench; only the newest asking is answered. */
export interface HeatOracle {
  ask: (ask: HeatAsk) => void;
  end: () => void;
}

/** How many notes begin a list as they were told; of one id is one note. */
function alike(ids: readonly string[], notes: readonly HeatNote[]): number {
  let same = 0;
  while (same < ids.length && same < notes.length && ids[same] === notes[same]!.id) same++;
  return same;
}

/** @param answered told each answer, with what was asked */
export function heatOracle(answered: (answer: HeatAnswer, ask: HeatAsk) => void): HeatOracle {
  const worker = new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' });
  let busy: HeatAsk | null = null;
  let next: HeatAsk | null = null;
  let count = 0;
  // What the worker has been told: an evening's notes are some thousands, and a press waits for them
  // to be copied. By their ids: the list itself grows while the evening goes on.
  let told: { session: number; setup: HeatSetup; ids: string[] } | null = null;
  const send = (ask: HeatAsk) => {
    busy = ask;
    count += 1;
    const { notes, setup, ...rest } = ask;
    const before = told?.session === ask.session && told.setup === setup ? told : null;
    const same = before ? alike(before.ids, notes) : 0;
    told = { session: ask.session, setup, ids: notes.map(({ id }) => id) };
    worker.postMessage({
      ...{ n: count, ask: rest, same },
      setup: before ? null : setup,
      notes: notes.slice(same),
    } satisfies HeatAsked);
  };
  worker.onmessage = (messageEvent: MessageEvent<{ n: number; answer: HeatAnswer }>) => {
    if (messageEvent.data.n !== count || !busy) return;
    const asked = busy;
    busy = null;
    answered(messageEvent.data.answer, asked);
    if (next) {
      const later = next;
      next = null;
      send(later);
    }
  };
  // An error leaves the bench with the steps it had without: the next asking tries again, whole.
  worker.onerror = () => {
    busy = null;
    told = null;
  };
  return { ask: (ask) => (busy ? void (next = ask) : send(ask)), end: () => worker.terminate() };
}

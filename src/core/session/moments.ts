import { heatCups } from './guard/cups.ts';
import type { SessionState } from './state.ts';
import { coolingOf } from './state/mould.ts';
import type { SaidStep } from './step.ts';
import { runInHand } from './steps/work.ts';

/**
 * What a bench makes heard, felt and seen, each with a pattern of its own: tones in Hz, each for so
 * many ms, and a buzz in ms on and off. High and square, to be heard over a fan (judgement).
 */
export const SIGNALS = {
  open: {
    name: 'Ready to open',
    tones: [1760, 1760, 1760],
    ms: 180,
    buzz: [200, 100, 200, 100, 200],
  },
  look: { name: 'Look at the sprue again', tones: [1320, 1320], ms: 140, buzz: [120, 80, 120] },
  burst: { name: 'Burst over', tones: [990, 1980], ms: 260, buzz: [500] },
  stale: { name: 'A reading goes stale', tones: [1980, 990], ms: 90, buzz: [60, 60, 60, 60, 60] },
} as const;
export type SignalKey = keyof typeof SIGNALS;

/** A moment that is signalled. */
export interface Moment {
  kind: SignalKey;
  /** which of them it is: it is signalled once */
  id: string;
  /** bench clock, ms */
  at: number;
  /** what it is about, as it is called */
  about: string;
}

const ofMoulds = ({ moulds, never }: SessionState): Moment[] =>
  [...moulds.values()].flatMap((mould) => {
    const cooling = coolingOf(mould);
    if (!cooling) return [];
    const of = { about: mould.mould.name };
    const id = `${mould.key}:${mould.cycles}`;
    const look = { ...of, kind: 'look' as const, id: `look ${id}`, at: cooling.lookAt };
    return [
      { ...of, kind: 'open' as const, id: `open ${id}`, at: cooling.readyAt },
      ...(cooling.looked || never.has('secondLook') || never.has('topOff') ? [] : [look]),
    ];
  });

const ofCups = ({ cups }: SessionState): Moment[] =>
  [...cups.values()].flatMap(({ inOven, key, letter }) =>
    inOven
      ? [{ kind: 'burst', id: `burst ${key}:${inOven.from}`, at: inOven.until, about: letter }]
      : [],
  );

/** Readings a draw is made by, while it is asked for. */
function ofReadings(state: SessionState, step: SaidStep | null): Moment[] {
  const run = step?.key === 'draw' ? runInHand(state) : null;
  const stale = state.snapshot.bench.stale * 1000;
  return (run ? heatCups(state, run) : []).flatMap(({ key, letter, reading }): Moment[] =>
    reading
      ? [
          {
            kind: 'stale',
            id: `stale ${key}:${reading.at}`,
            at: reading.at + stale,
            about: letter,
          },
        ]
      : [],
  );
}

/** Everything that is signalled when its time comes. */
export const moments = (state: SessionState, step: SaidStep | null): Moment[] => [
  ...ofMoulds(state),
  ...ofCups(state),
  ...ofReadings(state, step),
];

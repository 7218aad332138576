import { hasTop } from '../build/build.ts';
import { closingAct } from '../mould/closure.ts';
import { unloaded } from './guard/mould.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { InjectorState } from './state/injector.ts';
import { coolingOf, type MouldState } from './state/mould.ts';
import type { Send } from './step.ts';
import { cavitiesOfDraw } from './steps/filling.ts';
import { injectorOf, inStep, isTrialNext, runInHand, wants } from './steps/work.ts';

/** An act that can be recorded at any time. */
interface Act {
  label: string;
  send: Send;
}
/** Acts where something is so, none where it is not. */
const when = (is: boolean, ...acts: Act[]): Act[] => (is ? acts : []);

/** Runs that wait while another is in hand. */
const turns = (state: SessionState, inHand: RunState | undefined): Act[] =>
  [...state.runs.values()]
    .filter((run) => run !== inHand && wants(state, run))
    .map((run) => ({
      label:
        `Go on with ${run.job.bait.name}` +
        (run.job.build.stages.length > 1 ? `, ${run.stage.name.toLowerCase()}` : ''),
      send: { kind: 'turned', payload: { job: run.key } },
    }));

/** When a cup is degassed, by how far it has come. */
function degassedWhen({ coloured, fused }: CupState): 'after colour' | 'before colour' | 'cold' {
  if (coloured) return 'after colour';
  return fused ? 'before colour' : 'cold';
}
const ofCup = (cup: CupState): Act[] => [
  { label: 'Stirred', send: { kind: 'stirred', payload: { cup: cup.key } } },
  {
    label: 'Degassed',
    send: { kind: 'degassed', payload: { cup: cup.key, when: degassedWhen(cup) } },
  },
  { label: 'Coloured', send: { kind: 'coloured', payload: { cup: cup.key } } },
];

/** Inserts laid in, into a mould that lies open. */
function loading(mould: MouldState, run: RunState): Act[] {
  const cavities = unloaded(run, mould);
  return when(mould.phase.is === 'open' && cavities.length > 0, {
    label: 'Every insert is in',
    send: { kind: 'loaded', payload: { mould: mould.key, job: run.key, cavities, gap: false } },
  });
}
/** A shot of what stands in the barrels. */
function shooting(state: SessionState, mould: MouldState, run: RunState): Act[] {
  const draw = injectorOf(state, run)?.load?.draw;
  return draw
    ? [
        {
          label: 'Shot now',
          send: {
            kind: 'shot',
            payload: {
              mould: mould.key,
              job: run.key,
              draw,
              trial: isTrialNext(run),
              cavities: cavitiesOfDraw(state, run, mould),
            },
          },
        },
      ]
    : [];
}
/** Closing, the look at TOP, and the shot of a mould that is not shot yet. */
function closing(state: SessionState, mould: MouldState, run: RunState | undefined): Act[] {
  const free = mould.phase.is === 'open' || mould.phase.is === 'closed';
  if (!free || mould.mould.closure === 'open') return [];
  return [
    {
      label: `Closed: ${closingAct(mould.mould)}`,
      send: {
        kind: 'closed',
        payload: { mould: mould.key, gaps: [], closures: mould.mould.closures, loose: true },
      },
    },
    ...when(run !== undefined && hasTop(run.stage), {
      label: 'TOP looked at',
      send: { kind: 'topChecked', payload: { mould: mould.key, right: true } },
    }),
    ...(run ? shooting(state, mould, run) : []),
  ];
}
const ofMould = (state: SessionState, mould: MouldState, run: RunState | undefined): Act[] => [
  {
    label: 'Warmed',
    send: { kind: 'warmed', payload: { target: { kind: 'mould', key: mould.key } } },
  },
  ...(run ? loading(mould, run) : []),
  ...closing(state, mould, run),
  ...when(
    mould.phase.is === 'holding' || mould.phase.is === 'cooling',
    {
      label: 'Topped off',
      send: {
        kind: 'toppedOff',
        payload: { mould: mould.key, look: coolingOf(mould)?.toppedOff ? 2 : 1, took: true },
      },
    },
    { label: 'Opened', send: { kind: 'mouldOpened', payload: { mould: mould.key } } },
  ),
];

const ofInjector = ({ key, load }: InjectorState): Act[] => [
  {
    label: 'Warmed and oiled',
    send: { kind: 'warmed', payload: { target: { kind: 'injector', key } } },
  },
  { label: 'Cleaned', send: { kind: 'cleaned', payload: { injector: key } } },
  ...when(load !== null, {
    label: 'Emptied',
    send: { kind: 'emptied', payload: { injector: key, habit: 'push', plug: 'none' } },
  }),
];

/**
 * Acts that can be recorded at any time, whatever comes next: done early, late, again or out of
 * order; by the place of the bench they belong to.
 */
export function anyTime(state: SessionState): (Act & { place: string })[] {
  const run = runInHand(state) ?? [...state.runs.values()].at(-1);
  const beside = run ? inStep(state, run) : [];
  const runOf = (mould: string) =>
    beside.find(({ tools }) => tools.moulds.some((entry) => String(entry.id) === mould)) ?? run;
  const at = (place: string, acts: Act[]) => acts.map((act) => ({ place, ...act }));
  return [
    ...at('Stages', turns(state, run)),
    ...[...state.cups.values()].flatMap((cup) => at(`Cup ${cup.letter}`, ofCup(cup))),
    ...[...state.moulds.values()].flatMap((mould) =>
      at(mould.mould.name, ofMould(state, mould, runOf(mould.key))),
    ),
    ...[...state.injectors.values()].flatMap((injector) =>
      at(injector.injector.name, ofInjector(injector)),
    ),
  ];
}

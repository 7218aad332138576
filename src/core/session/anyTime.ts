import { hasTop } from '../build/build.ts';
import { closingAct } from '../mould/closure.ts';
import { unloaded } from './guard/mould.ts';
import type { SessionState } from './state.ts';
import type { Send } from './step.ts';
import { runInHand, inStep, wants, injectorOf, isTrialNext } from './steps/work.ts';
import { cavitiesOfDraw } from './steps/filling.ts';
import { coolingOf } from './state/mould.ts';

/**
 * Acts that can be recorded at any time, whatever comes next: done early, late, again or out of
 * order.
 */

export function anyTime(state: SessionState): { place: string; label: string; send: Send }[] {
  const run = runInHand(state) ?? [...state.runs.values()].at(-1);
  const step = run ? inStep(state, run) : [];
  const runOf = (mould: string) =>
    step.find((run) => run.tools.moulds.some((entry) => String(entry.id) === mould)) ?? run;
  const several =
    state.runs.size > 1
      ? [...state.runs.values()].filter((other) => wants(state, other) && other !== run)
      : [];
  return [
    ...several.map((run) => ({
      place: 'Stages',
      label:
        `Go on with ${run.job.bait.name}` +
        (run.job.build.stages.length > 1 ? `, ${run.stage.name.toLowerCase()}` : ''),
      send: { kind: 'turned' as const, payload: { job: run.key } },
    })),
    ...[...state.cups.values()].flatMap((cup) => [
      {
        place: `Cup ${cup.letter}`,
        label: 'Stirred',
        send: { kind: 'stirred' as const, payload: { cup: cup.key } },
      },
      {
        place: `Cup ${cup.letter}`,
        label: 'Degassed',
        send: {
          kind: 'degassed' as const,
          payload: {
            cup: cup.key,
            when: cup.coloured
              ? ('after colour' as const)
              : cup.fused
                ? ('before colour' as const)
                : ('cold' as const),
          },
        },
      },
      {
        place: `Cup ${cup.letter}`,
        label: 'Coloured',
        send: { kind: 'coloured' as const, payload: { cup: cup.key } },
      },
    ]),
    ...[...state.moulds.values()].flatMap((mould) => {
      const place = mould.mould.name;
      const own = runOf(mould.key);
      const injector = own ? injectorOf(state, own) : undefined;
      const shoot =
        own && injector?.draw
          ? [
              {
                place,
                label: 'Shot now',
                send: {
                  kind: 'shot' as const,
                  payload: {
                    mould: mould.key,
                    job: own.key,
                    draw: injector.draw,
                    trial: isTrialNext(own),
                    cavities: cavitiesOfDraw(state, own, mould),
                  },
                },
              },
            ]
          : [];
      const load =
        own && mould.phase.is === 'open' && unloaded(own, mould).length > 0
          ? [
              {
                place,
                label: 'Every insert is in',
                send: {
                  kind: 'loaded' as const,
                  payload: {
                    mould: mould.key,
                    job: own.key,
                    cavities: unloaded(own, mould),
                    gap: false,
                  },
                },
              },
            ]
          : [];
      return [
        {
          place,
          label: 'Warmed',
          send: {
            kind: 'warmed' as const,
            payload: { target: { kind: 'mould' as const, key: mould.key } },
          },
        },
        ...load,
        ...((mould.phase.is === 'open' || mould.phase.is === 'closed') &&
        mould.mould.closure !== 'open'
          ? [
              {
                place,
                label: `Closed: ${closingAct(mould.mould)}`,
                send: {
                  kind: 'closed' as const,
                  payload: {
                    mould: mould.key,
                    gaps: [],
                    closures: mould.mould.closures,
                    loose: true,
                  },
                },
              },
              ...(own && hasTop(own.stage)
                ? [
                    {
                      place,
                      label: 'TOP looked at',
                      send: {
                        kind: 'topChecked' as const,
                        payload: { mould: mould.key, right: true },
                      },
                    },
                  ]
                : []),
              ...shoot,
            ]
          : []),
        ...(mould.phase.is === 'holding' || mould.phase.is === 'cooling'
          ? [
              {
                place,
                label: 'Topped off',
                send: {
                  kind: 'toppedOff' as const,
                  payload: {
                    mould: mould.key,
                    look: coolingOf(mould)?.toppedOff ? (2 as const) : (1 as const),
                    took: true,
                  },
                },
              },
              {
                place,
                label: 'Opened',
                send: { kind: 'mouldOpened' as const, payload: { mould: mould.key } },
              },
            ]
          : []),
      ];
    }),
    ...[...state.injectors.values()].flatMap((injector) => [
      {
        place: injector.injector.name,
        label: 'Warmed and oiled',
        send: {
          kind: 'warmed' as const,
          payload: { target: { kind: 'injector' as const, key: injector.key } },
        },
      },
      {
        place: injector.injector.name,
        label: 'Cleaned',
        send: { kind: 'cleaned' as const, payload: { injector: injector.key } },
      },
      ...(injector.draw
        ? [
            {
              place: injector.injector.name,
              label: 'Emptied',
              send: {
                kind: 'emptied' as const,
                payload: { injector: injector.key, habit: 'push' as const, plug: 'none' as const },
              },
            },
          ]
        : []),
    ]),
  ];
}

import { type Drawn, MIDDLE, Barrel, Block, Yoke } from './BarrelParts.tsx';
import { useEffect, useState } from 'react';
import { density } from '@/core/material/index.ts';
import { rigOf } from '@/core/plan/index.ts';
import type {
  CupState,
  InjectorState,
  MouldState,
  RunState,
  SaidStep,
} from '@/core/session/index.ts';
import { layerCupKey } from '@/core/session/index.ts';
import { contentsOf } from '@/core/session/index.ts';

interface Props {
  injector: InjectorState;
  run: RunState;
  cups: Map<string, CupState>;
  mould: MouldState | null;
  /** plungers pushed in turn, when that is what is to be done now */
  pulse: SaidStep['pulse'];
  onTop: () => void;
}

/** Which plunger a rhythm is at; still for whoever wants no motion. */
function useBeat(seconds: number | undefined, count: number): number | null {
  const [beat, setBeat] = useState(0);
  useEffect(() => {
    if (!seconds || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const tick = setInterval(() => setBeat((was) => (was + 1) % count), seconds * 1000);
    return () => clearInterval(tick);
  }, [seconds, count]);
  return seconds ? beat : null;
}

/**
 * Barrels to proportion over their block, each port over its own half: how far the plungers stand
 * out is what is in them.
 */
export function Barrels({ injector, run, cups, mould, pulse, onTop }: Props) {
  const { layers } = run.stage;
  const rig = rigOf(run);
  const beat = useBeat(pulse?.seconds, layers.length);
  if (!rig) return null;
  const { barrels } = rig.injector;
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const gap = 150 / barrels.length;
  const several = barrels.length > 1;
  const planned = (index: number) => layerCupKey(run, layers[index]?.key ?? '');
  const drawn: Drawn = {
    rig,
    run,
    several,
    gap,
    beat,
    centre: (index) => MIDDLE + (index - (barrels.length - 1) / 2) * gap * 0.9,
    colourOf: (index) =>
      cups.get(contentsOf(injector)[index]?.cup ?? planned(index))?.colour ?? 'var(--rule)',
  };
  const shareOf = (index: number) =>
    (contentsOf(injector)[index]?.grams ?? 0) / density(heat) / barrels[index]!.volume;
  const yoke = rig.yoked ? 'yoke on' : 'yoke off';
  return (
    <svg
      viewBox="0 0 150 410"
      className="block h-full max-h-80 w-full lg:max-h-full"
      role="group"
      aria-label={`${injector.injector.name}, ${several ? yoke : 'one barrel'}`}
    >
      {barrels.map((_, index) => (
        <Barrel
          key={index}
          {...{ drawn, index }}
          share={Math.min(1, shareOf(index))}
          letter={cups.get(planned(index))?.letter ?? '?'}
        />
      ))}
      <Yoke {...{ drawn, pulse }} />
      <Block {...{ drawn, onTop }} wrong={mould?.top === 'wrong'} />
    </svg>
  );
}

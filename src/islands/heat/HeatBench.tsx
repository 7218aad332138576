import { useEffect, useState, type ReactNode } from 'react';
import { BurstIf } from './BurstIf.tsx';
import { DegasIf } from './DegasIf.tsx';
import { FillIf } from './FillIf.tsx';
import { FreezeIf, JointIf } from './JointIf.tsx';
import { LineIf } from './LineIf.tsx';
import { MatchIf } from './MatchIf.tsx';
import { MetalIf } from './MetalIf.tsx';
import { BarrelIf } from './BarrelIf.tsx';
import { OpenIf } from './OpenIf.tsx';
import type { Bench } from './parts.tsx';

/** Every what-if, in the order of the work, by the name a link may open it with. */
const IFS = {
  burst: BurstIf,
  match: MatchIf,
  degas: DegasIf,
  metal: MetalIf,
  barrel: BarrelIf,
  line: LineIf,
  joint: JointIf,
  gate: FreezeIf,
  fill: FillIf,
  open: OpenIf,
} as const;

/** One what-if, and beside it another of the same, to compare. */
function Beside({ of: One, bench }: { of: (bench: Bench) => ReactNode; bench: Bench }) {
  const [two, setTwo] = useState(false);
  return (
    <div className={`relative ${two ? 'grid gap-8 xl:grid-cols-2' : ''}`}>
      <div className="@container min-w-0">
        <One {...bench} />
      </div>
      {two && (
        <div className="@container min-w-0">
          <One {...bench} beside />
        </div>
      )}
      <button
        type="button"
        className="act absolute right-0 top-3"
        aria-pressed={two}
        onClick={() => setTwo(!two)}
      >
        {two ? 'Only the one' : 'Another beside it'}
      </button>
    </div>
  );
}

/**
 * The what-if bench for heat: every figure from the models, every one with its range. A step of a
 * session opens it with its values in place.
 */
export default function HeatBench(bench: Omit<Bench, 'start'>) {
  const [start] = useState(() => Object.fromEntries(new URLSearchParams(location.search)));
  useEffect(() => {
    if (location.hash) document.querySelector(location.hash)?.scrollIntoView();
  }, []);
  return (
    <>
      {Object.entries(IFS).map(([key, One]) => (
        <Beside key={key} of={One} bench={{ ...bench, start }} />
      ))}
    </>
  );
}

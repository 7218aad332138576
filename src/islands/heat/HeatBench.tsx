import { BurstIf } from './BurstIf.tsx';
import { DegasIf } from './DegasIf.tsx';
import { FreezeIf, JointIf } from './JointIf.tsx';
import { MatchIf } from './MatchIf.tsx';
import { OpenIf } from './OpenIf.tsx';
import type { Bench } from './parts.tsx';

/** The what-if bench for heat: every figure from the models, every one with its range. */
export default function HeatBench(bench: Bench) {
  return (
    <>
      <OpenIf {...bench} />
      <BurstIf {...bench} />
      <MatchIf {...bench} />
      <JointIf {...bench} />
      <FreezeIf {...bench} />
      <DegasIf {...bench} />
    </>
  );
}

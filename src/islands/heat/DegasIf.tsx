import { useState } from 'react';
import { deepestGauge, fillFor, riseUnderVacuum, GAS } from '@/core/heat/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import type { Bench } from './parts.tsx';
import { Given, WhatIf } from './parts.tsx';

/** Gas in raw plastisol may be half or double the usual share (judgement, learned). */
const GASES = [GAS.share / 2, GAS.share, GAS.share * 2] as const;

/** How far a cup froths in the pot. */
export function DegasIf(bench: Bench) {
  const { units, altitude } = bench;
  const [metres, setMetres] = useState(altitude);
  const [gauge, setGauge] = useState(29);
  const deepest = deepestGauge(metres);
  const at = (depth: number, gas: number = GAS.share) => riseUnderVacuum(depth, metres, gas);
  const points = Array.from({ length: 50 }, (_, k) => {
    const depth = (deepest * k) / 49;
    return {
      x: Math.round(depth * 10) / 10,
      y: at(depth),
      low: at(depth, GASES[0]),
      high: at(depth, GASES[2]),
    };
  });
  const pct = (x: number) => `${Math.round(x * 100)} %`;
  return (
    <WhatIf
      id="degas"
      title="Frothing in the pot"
      why={
        'It swells as the pressure falls, and runs away near full vacuum. How ' +
        'much gas is in it is only guessed until the shop’s own pot is learned.'
      }
      given={
        <>
          <Given
            label="Metres above the sea"
            of="count"
            state={[metres, setMetres]}
            range={[-400, 6000]}
            units={units}
          />
          <Given
            label="Gauge reads, inHg"
            of="count"
            state={[gauge, setGauge]}
            range={[0, 30]}
            units={units}
          />
        </>
      }
      numbers={[
        [
          'The gauge can read',
          `${deepest.toFixed(1)} inHg`,
          gauge > deepest ? `${gauge} cannot be reached here` : 'at most, at this height',
        ],
        [
          'It rises to',
          `${at(gauge).toFixed(1)} ×`,
          `${at(gauge, GASES[0]).toFixed(1)} to ${at(gauge, GASES[2]).toFixed(1)} times its volume`,
        ],
        [
          'Fill the cup to',
          pct(fillFor(gauge, metres)),
          `${pct(fillFor(gauge, metres, GASES[2]))} to be sure of it`,
        ],
      ]}
    >
      <Curve
        points={points}
        x="inHg on the gauge"
        y="times its volume"
        at={gauge}
        label="How far the cup rises against the vacuum"
      />
    </WhatIf>
  );
}

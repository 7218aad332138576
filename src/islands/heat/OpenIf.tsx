import { useMemo, useState } from 'react';
import type { Section } from '@/core/heat/index.ts';
import { BARE_HANDS, FIRM, outsideOf, whenToOpen } from '@/core/heat/index.ts';
import { usualInMould } from '@/core/plan/heatInMould.ts';
import { clock, degrees, say, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Pick, ShotAndMetal, WhatIf } from './parts.tsx';

/**
 * Contact between plastic and metal may be this far from usual either way, as a factor: the range
 * of what is published.
 */
const CONTACTS = [1000, 1500, 2500] as const;

/** How far ahead is looked, s. */
const LOOKED = 2400;

/** When a bait may be opened. */
export function OpenIf(bench: Bench) {
  const { units, moulds, window } = bench;
  const [chosen, setI] = useState(
    Math.max(
      0,
      moulds.findIndex((mould) => mould.name === bench.start.mould),
    ),
  );
  const [shot, setShot] = useState(from(bench, 'shot', usualInMould(window)));
  const [metal, setMetal] = useState(from(bench, 'metal', moulds[0]?.warmTo ?? 40));
  const mould = moulds[chosen];
  const runs = useMemo(() => {
    if (!mould) return null;
    const run = (contact: number) => {
      const section: Section = {
        ...mould.section,
        layers: [{ upTo: 1, celsius: shot }],
        outside: {
          ...outsideOf(mould.metal, {
            celsius: metal,
            mass: mould.mass,
            baitArea: mould.skin,
            room: 20,
          }),
          contact,
        },
      };
      return whenToOpen(section, LOOKED);
    };
    return CONTACTS.map(run);
  }, [mould, shot, metal]);
  if (!mould || !runs) return null;
  const [slow, usual, fast] = runs as [
    (typeof runs)[number],
    (typeof runs)[number],
    (typeof runs)[number],
  ];
  const end = Math.min(LOOKED, (usual.open ?? 1200) * 1.8);
  const at = (curve: typeof usual.curve, seconds: number) => {
    const next = Math.max(
      1,
      curve.at.findIndex((x) => x >= seconds),
    );
    const [before, after] = [curve.at[next - 1]!, curve.at[next] ?? curve.at[next - 1]!];
    const share = after > before ? Math.min(1, (seconds - before) / (after - before)) : 0;
    return (
      curve.mean[next - 1]! +
      ((curve.mean[next] ?? curve.mean[next - 1]!) - curve.mean[next - 1]!) * share
    );
  };
  const show1 = (celsius: number) => shownHeat(celsius, units);
  const points = Array.from({ length: 60 }, (_, k) => {
    const seconds = (end * k) / 59;
    return {
      x: seconds,
      y: show1(at(usual.curve, seconds)),
      low: show1(Math.min(at(fast.curve, seconds), at(usual.curve, seconds))),
      high: show1(Math.max(at(slow.curve, seconds), at(usual.curve, seconds))),
    };
  });
  const said = (x: number | null) => (x === null ? `over ${LOOKED / 60} min` : clock(x));
  return (
    <WhatIf
      id="open"
      title="When to open"
      why={
        `Firm enough when its mean is ${degrees(FIRM.mean, units)} and its middle ` +
        `${degrees(FIRM.centre, units)} or less. The range is what is published for the touch ` +
        'of plastic on metal.'
      }
      given={
        <>
          <Pick
            label="Mould"
            value={chosen}
            all={moulds}
            take={(next) => {
              setI(next);
              setMetal(moulds[next]!.warmTo);
            }}
          />
          <ShotAndMetal
            units={units}
            shot={[shot, setShot]}
            metal={[metal, setMetal]}
            hottest={120}
          />
        </>
      }
      numbers={[
        [
          'Open after',
          said(usual.open),
          usual.open === null
            ? 'The mould is too warm for it to set: rest it.'
            : `${said(fast.open)} to ${said(slow.open)}; ${say(mould.thick, 'length', units)} at its thickest`,
        ],
        [
          'Its middle then',
          usual.open === null ? '–' : degrees(usual.centre, units),
          'hottest part when it is opened',
        ],
        [
          'Bare hands, left in',
          said(usual.hands),
          `its mean at ${degrees(BARE_HANDS, units)} or less`,
        ],
      ]}
    >
      <Curve
        points={points}
        x="seconds"
        y={show(0, 'temperature', units).unit}
        levels={[{ at: show1(FIRM.mean), name: `mean at ${degrees(FIRM.mean, units)}` }]}
        at={usual.open ?? undefined}
        label={`Mean heat of the bait over ${Math.round(end)} seconds`}
      />
    </WhatIf>
  );
}

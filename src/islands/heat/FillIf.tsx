import { useMemo, useState } from 'react';
import type { Thin } from '@/core/heat/index.ts';
import { filling, heatToReach, pressureOf, PUSH, reachOf } from '@/core/heat/index.ts';
import { degrees, degreesApart, say, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, WhatIf } from './parts.tsx';

/** K the mould is made warmer by, to see what that buys. */
const WARMER = 10;

/** How far plastic runs into a thin tail. */
export function FillIf(bench: Bench) {
  const { units, window } = bench;
  const [shape, setShape] = useState<Thin['shape']>('slab');
  const [across, setAcross] = useState(1);
  const [length, setLength] = useState(60);
  const [bore, setBore] = useState(from(bench, 'bore', 32));
  const [barrels, setBarrels] = useState(2);
  const [shot, setShot] = useState((window.low + window.high) / 2);
  const [metal, setMetal] = useState(from(bench, 'metal', 40));
  const r = useMemo(() => {
    const thin = { shape, across };
    const hand = (times: number) => pressureOf(PUSH.newtons * times, Array.from({ length: barrels }, () => bore));
    const [soft, usual, hard] = [hand(1 / PUSH.spread), hand(1), hand(PUSH.spread)];
    const reach = (celsius: number, to = metal) => [reachOf(thin, celsius, to, usual), reachOf(thin, celsius, to, soft, 2500), reachOf(thin, celsius, to, hard, 1000)] as const;
    const heats = Array.from({ length: 13 }, (_, k) => 140 + k * 4.5);
    return { now: reach(shot), warmer: reach(shot, metal + WARMER), seconds: filling(thin, shot, metal, usual).at.at(-1)!, heat: [usual, soft, hard].map((p, i) => heatToReach(thin, length, metal, p, [1500, 2500, 1000][i])), points: heats.map((celsius) => { const [y, low, high] = reach(celsius); return { celsius, y, low, high }; }) };
  }, [shape, across, length, bore, barrels, shot, metal]);
  const mm = (x: number) => say(x, 'length', units);
  const heat = (x: number | null | undefined) => (x == null ? 'no heat under the ceiling' : degrees(x, units));
  return (
    <WhatIf id="fill" title="A thin tail filling" why="How far plastic runs before its skin closes, pushed by one hand. A softer hand and a better touch of the metal shorten it, a harder one and a worse touch lengthen it."
      given={<><label className="field"><span>Tail</span><select className="box" value={shape} onChange={(e) => setShape(e.target.value as Thin['shape'])}><option value="slab">flat</option><option value="round">round</option></select></label><Given label="Thickness" value={across} dimension="length" units={units} min={0.3} max={10} set={setAcross} /><Given label="Length to fill" value={length} dimension="length" units={units} min={1} max={500} set={setLength} /><Given label="Barrel bore" value={bore} dimension="length" units={units} min={10} max={80} set={setBore} /><label className="field"><span>Barrels pushed together</span><select className="box" value={barrels} onChange={(e) => setBarrels(Number(e.target.value))}>{[1, 2, 3].map((n) => <option key={n} value={n}>{n}</option>)}</select></label><Given label="Shot at" value={shot} dimension="temperature" units={units} min={120} max={205} set={setShot} /><Given label="Mould is" value={metal} dimension="temperature" units={units} min={-10} max={105} set={setMetal} /></>}
      numbers={[['Runs in', mm(r.now[0]), `${mm(r.now[1])} to ${mm(r.now[2])}, in ${r.seconds.toFixed(1)} s`], ['To fill it', heat(r.heat[0]), `${heat(r.heat[2])} to ${heat(r.heat[1])}`], [`${degreesApart(WARMER, units)} warmer metal`, mm(r.warmer[0]), 'what warming the mould buys']]}>
      <Curve points={r.points.map(({ celsius, y, low, high }) => { const at = (x: number) => Number(show(x, 'length', units).number); return { x: shownHeat(celsius, units), y: at(y), low: at(low), high: at(high) }; })} x={`shot, ${show(0, 'temperature', units).unit}`} y={show(0, 'length', units).unit} levels={[{ at: Number(show(length, 'length', units).number), name: 'to fill' }]} at={shownHeat(shot, units)} label="How far plastic runs into the tail against the heat of the shot" />
    </WhatIf>
  );
}

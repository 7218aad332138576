import { WORLDS } from '../../../worlds/traits.ts';
import { World } from '../../../worlds/world.ts';
import { KINDS, play, snapshotFor } from './play.ts';
import { Table } from './table.ts';
import { Thumb } from './thumb.ts';
import { Advised } from './advised.ts';
import { follower, learnedFrom, lessonsOf, shotLessons, steps, heatAsk, foresee, runInHand } from '../../../src/core/session/index.ts';
const [w, k, maker, upto] = process.argv.slice(2);
const shop = 1;
const kinds = KINDS.map((_, i) => KINDS[(i + shop) % KINDS.length]!);
const kind = kinds[Number(k)]!;
const known = new Map<string, any>();
if (process.env.LEARN) for (let i = 0; i < Number(k); i++) {
  const { state } = play(WORLDS[Number(w)]!, shop, i + 1, kinds[i]!, 'advised', snapshotFor(kinds[i]!, learnedFrom([...known.values()]), 0.95));
  const f = follower(state.snapshot.heat)(state.heat, state.lastAt);
  for (const l of [...lessonsOf(f, state.heat, state.snapshot.heat), ...shotLessons(state)]) known.set(l.key, l);
}
for (const l of known.values()) console.log(l.key, l.posterior.mean.toFixed(3), l.posterior.sd.toFixed(3));
const world = new World(WORLDS[Number(w)]!, 'shop 1', `evening ${Number(k) + 1}/${kind.way}`);
const t = new Table(world, snapshotFor(kind, learnedFrom([...known.values()]), 0.95, 'probe', []), maker === 'thumb' ? 0 : 1.3);
const hands = maker === 'thumb' ? new Thumb(t) : new Advised(t);
const send = t.send.bind(t);
t.send = (x) => { send(x); if (!['added'].includes(x.kind)) console.log(Math.round(world.seconds), x.kind, JSON.stringify(x.payload).slice(0, 110), [...world.cups].map(([c, v]) => `${c}:${Math.round(v.grams)}g ${world.heat(c).toFixed(0)}/${v.hottest.toFixed(0)}`).join(' '), [...world.moulds.values()].map((m) => `${m.near.toFixed(0)}/${m.far.toFixed(0)}`).join(' ')); };
const read = t.read.bind(t);
t.read = (c) => { const x = read(c); console.log(Math.round(world.seconds), 'READ', c, x, 'true', world.heat(c).toFixed(1)); return x; };
const stir = world.stir.bind(world);
world.stir = (c) => { const h = world.cups.get(c)!.hottest; const n = world.scorches; stir(c); if (world.scorches > n) console.log('SCORCH', c, h.toFixed(0), 'mean', world.heat(c).toFixed(1)); };
let last = '';
for (let i = 0; i < 6000 && t.s.status !== 'finished' && world.seconds < Number(upto ?? 3000); i++) {
  if (maker !== 'thumb') { const s = (hands as any).step(); if (s && s.sentence !== last) { console.log(Math.round(world.seconds), '  >>', s.sentence, '|', s.label); last = s.sentence; } }
  if (process.env.DBG && world.seconds > Number(process.env.DBG)) { const ask = heatAsk(t.s, 1, runInHand(t.s), t.now, steps(t.s, t.now)); const a = foresee(follower(t.s.snapshot.heat)(t.s.heat, t.now), ask); console.log(JSON.stringify({ match: ask.match, early: ask.early, ovens: ask.ovens, bring: a.bring, e: a.early })); console.log(JSON.stringify(steps(t.s, t.now).map((x) => x.key))); console.log(JSON.stringify(Object.fromEntries([...t.s.cups].map(([k, c]) => [k, { fused: c.fused, inOven: c.inOven, doubt: c.doubt, reading: c.reading }])))); break; }
  if (!hands.act()) break;
}
void steps;

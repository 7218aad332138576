import { WORLDS } from '../../../worlds/traits.ts';
import { World } from '../../../worlds/world.ts';
import { KINDS, snapshotFor } from './play.ts';
import { Table } from './table.ts';
import { Thumb } from './thumb.ts';
import { Advised } from './advised.ts';
import { NOTHING_LEARNED } from '../../../src/core/heat/index.ts';
import { steps } from '../../../src/core/session/index.ts';
const [w, k, maker, upto] = process.argv.slice(2);
const kind = KINDS[Number(k)]!;
const world = new World(WORLDS[Number(w)]!, 'shop 1', `evening 1/${kind.way}`);
const t = new Table(world, snapshotFor(kind, NOTHING_LEARNED, 0.95), maker === 'thumb' ? 0 : 1.3);
const hands = maker === 'thumb' ? new Thumb(t) : new Advised(t);
const send = t.send.bind(t);
t.send = (x) => { send(x); if (!['added'].includes(x.kind)) console.log(Math.round(world.seconds), x.kind, JSON.stringify(x.payload).slice(0, 110), [...world.cups].map(([c, v]) => `${c}:${Math.round(v.grams)}g ${world.heat(c).toFixed(0)}/${v.hottest.toFixed(0)}`).join(' '), [...world.moulds.values()].map((m) => `${m.near.toFixed(0)}/${m.far.toFixed(0)}`).join(' ')); };
const read = t.read.bind(t);
t.read = (c) => { const x = read(c); console.log(Math.round(world.seconds), 'READ', c, x, 'true', world.heat(c).toFixed(1)); return x; };
let last = '';
for (let i = 0; i < 6000 && t.s.status !== 'finished' && world.seconds < Number(upto ?? 3000); i++) {
  if (maker !== 'thumb') { const s = (hands as any).step(); if (s && s.sentence !== last) { console.log(Math.round(world.seconds), '  >>', s.sentence, '|', s.label); last = s.sentence; } }
  if (!hands.act()) break;
}
void steps;

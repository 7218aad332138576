import { changeOf, lightness } from '../../build/index.ts';
import { degrees } from '../../quantity/index.ts';
import type { RunState, SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import { and, injectorOf } from './work.ts';

/** Which barrel, as it is marked or as it lies. */
export const barrelName = (mark: string, i: number, n: number): string => mark || (n === 2 ? ['near', 'far'][i]! : ['near', 'middle', 'far'][i]!);

/** A barrel that held another colour wants wiping before it is drawn into. */
function cleanStep(s: SessionState, run: RunState): Step | null {
  const injector = injectorOf(s, run);
  if (!injector || injector.draw || s.skips.has(`clean:${injector.key}:${injector.draws}`)) return null;
  const tint = (key: string) => ({ mix: Number(key), light: lightness(s.cups.get(key)?.colour ?? '#808080') });
  const changes = run.stage.layers.flatMap((l, i) => {
    const barrel = run.tools.order[i] ?? i;
    const held = injector.stained[barrel] ?? null;
    const wanted = String(run.job.layers[l.key]);
    const change = changeOf(held === null ? null : tint(held), tint(wanted));
    return change === 'same' ? [] : [{ barrel, change, from: s.cups.get(held!)?.letter ?? '?', to: s.cups.get(wanted)?.letter ?? '?' }];
  });
  if (changes.length === 0) return null;
  const n = injector.injector.barrels.length;
  const hard = changes.some((c) => c.change === 'clean');
  const where = n === 1 ? '' : `: ${and(changes.map((c) => `the ${barrelName(injector.injector.barrels[c.barrel]!.mark, c.barrel, n)} barrel`))}`;
  return {
    key: 'clean', target: injector.key, sentence: `${hard ? 'Clean' : 'Wipe'} ${injector.injector.name}${where}`,
    detail: `${changes.map((c) => `${c.from} was in it, ${c.to} is next`).join('; ')}. ${hard ? 'Dark shows in light: pull the plunger, wipe barrel, tip and block.' : 'Light hardly shows in dark: push the rest out and wipe the tip.'}`,
    label: hard ? 'It is clean, and oiled' : 'It is wiped', send: { kind: 'cleaned', payload: { injector: injector.key } }, skip: { step: 'clean', target: `${injector.key}:${injector.draws}` }, caution: 'Hot metal and hot remnants: gloves.',
  };
}

/** What moulds, injector and block still want before the first shot, with the reason. */
export function metalSteps(s: SessionState, run: RunState): Step[] {
  const { units } = s.snapshot;
  const out: Step[] = [];
  for (const { id } of run.tools.moulds) {
    const m = s.moulds.get(String(id));
    if (!m || m.warmed || m.phase !== 'open' || s.skips.has(`warmMould:${m.key}`)) continue;
    const read = m.reading ? ` It was ${degrees(m.reading.celsius, units)}.` : '';
    out.push({ key: 'warmMould', target: m.key, sentence: `Warm ${m.mould.name} to ${degrees(m.mould.warmTo, units)}`, detail: `A few minutes on the plate, half a minute with the gun; on wood, not on metal.${read}`, label: 'It is warm', send: { kind: 'warmed', payload: { target: { kind: 'mould', key: m.key } } }, skip: { step: 'warmMould', target: m.key }, caution: 'Do not leave a heat gun or plate on by itself.' });
  }
  const injector = injectorOf(s, run);
  if (injector && !injector.warmed && !s.skips.has(`warmInjector:${injector.key}`)) {
    const yoke = run.stage.yoked ? '' : ', yoke off';
    out.push({ key: 'warmInjector', target: injector.key, sentence: `Warm ${injector.injector.name}${run.stage.block ? ' and its block' : ''}, oil ${injector.injector.barrels.length === 1 ? '1 plunger' : `${injector.injector.barrels.length} plungers`}${yoke}`, detail: 'Cold metal freezes the first shot; a dry plunger sticks and draws air past it.', label: yoke ? 'Warm, oiled, yoke off' : 'Warm and oiled', send: { kind: 'warmed', payload: { target: { kind: 'injector', key: injector.key } } }, skip: { step: 'warmInjector', target: injector.key } });
  }
  const clean = cleanStep(s, run);
  return clean ? [...out, clean] : out;
}

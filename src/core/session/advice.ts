import { build, layersOf } from '../build/index.ts';
import type { Ingredient } from '../material/index.ts';
import { density, GRADES, PLASTISOL, scaleIngredient } from '../material/index.ts';
import { CLOSURES } from '../mould/index.ts';
import { spoon } from '../plan/index.ts';
import { degrees, say } from '../quantity/index.ts';
import { barrelVolumes, baitMass, shares, shotMass, sum } from '../shot/index.ts';
import { cupsOf, drawWarnings, gapOf, isFresh, mouldWarnings } from './guard.ts';
import type { CupState, InjectorState, JobState, MouldState, SessionState } from './state.ts';
import type { Send, Step } from './step.ts';

/** Joins names as people do: A; A and B; A, B and C. */
const and = (words: string[]): string => (words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`);

/** The job in hand: the first with shots still to come. */
export const jobInHand = (s: SessionState): JobState | null => [...s.jobs.values()].find((j) => j.trialsDone < j.trials || j.done < j.target) ?? null;

export const isTrialNext = (job: JobState): boolean => job.trialsDone < job.trials;

export const injectorOf = (s: SessionState, job: JobState): InjectorState | undefined => s.injectors.get(String(job.job.injector?.id));

/** Mould of a job that can be loaded now: already closed first, then the one longest open. */
export function freeMould(s: SessionState, job: JobState): MouldState | null {
  const all = job.job.moulds.map((m) => s.moulds.get(String(m.id))).filter((m): m is MouldState => m !== undefined);
  const free = all.filter((m) => m.phase === 'filling' || m.phase === 'closed' || m.phase === 'open');
  const rank = (m: MouldState) => (m.phase === 'filling' ? 0 : m.phase === 'closed' ? 1 : 2);
  return free.sort((a, b) => rank(a) - rank(b) || a.cycles - b.cycles)[0] ?? null;
}

const jobDensity = (s: SessionState, job: JobState): number => {
  const injector = injectorOf(s, job);
  if (!injector) return PLASTISOL.density20;
  const part = shares(injector.injector);
  return sum(layersOf(job.job.build).map((l, i) => (part[i] ?? 0) * GRADES[s.cups.get(String(job.job.layers[l.key]))?.grade ?? 'medium'].density20));
};

/** Cavities of a mould still to fill that one draw can, or null for all. */
export function cavitiesOfDraw(s: SessionState, job: JobState, m: MouldState): number[] | null {
  const planned = s.snapshot.plan.draws.find((d) => d.job === job.key && d.cavities !== null);
  if (!planned?.cavities || m.mould.feed !== 'each') return null;
  const filled = s.shots.get(m.phase === 'filling' ? (m.shot ?? '') : '')?.cavities ?? new Map<number, string>();
  return m.mould.cavities.map((c) => c.n).filter((n) => !filled.has(n)).slice(0, planned.cavities.length);
}

/** Grams that will set when these cavities are shot. */
function setting(s: SessionState, job: JobState, m: MouldState, cavities: number[] | null): number {
  const mass = shotMass(m.mould, jobDensity(s, job));
  return cavities ? sum(cavities.map((n) => mass.cavities.get(n) ?? 0)) + mass.feedEach * cavities.length : baitMass(mass) + mass.feed;
}

/** Moulds standing ready to be served by one draw, the one in hand first. */
function servedTogether(s: SessionState, job: JobState, m: MouldState): MouldState[] {
  const planned = s.snapshot.plan.jobs.find((j) => j.key === job.key);
  const most = isTrialNext(job) || cavitiesOfDraw(s, job, m) ? 1 : Math.min(planned?.shotsPerDraw ?? 1, job.target - job.done);
  const others = [...s.moulds.values()].filter((x) => x !== m && x.phase === 'closed' && job.job.moulds.some((j) => String(j.id) === x.key));
  return [m, ...others].slice(0, Math.max(1, most));
}

/** Volumes to draw now, mL by barrel: only what is not already in the barrels. */
export function drawVolumes(s: SessionState, job: JobState, m: MouldState): { layer: string; cup: string; ml: number }[] {
  const injector = injectorOf(s, job);
  if (!injector) return [];
  const rho20 = jobDensity(s, job);
  const grams = cavitiesOfDraw(s, job, m) ? setting(s, job, m, cavitiesOfDraw(s, job, m)) : sum(servedTogether(s, job, m).map((x) => setting(s, job, x, null)));
  const heat = (job.job.window.low + job.job.window.high) / 2;
  const volumes = barrelVolumes(injector.injector, injector.block, grams, heat, s.snapshot.bench.purge, rho20);
  return layersOf(job.job.build).map((layer, i) => {
    const cup = String(job.job.layers[layer.key]);
    const held = injector.contents.find((c) => c.cup === cup && c.layer === layer.key)?.grams ?? 0;
    return { layer: layer.key, cup, ml: Math.max(0.1, (volumes[i] ?? 0) - held / density(heat, rho20)) };
  });
}

/** Whether the barrels still hold enough of this job's colours for the next mould. */
export function canShoot(s: SessionState, job: JobState, m: MouldState): boolean {
  const injector = injectorOf(s, job);
  if (!injector?.draw || injector.contents.length === 0) return false;
  const wants = layersOf(job.job.build).map((l) => String(job.job.layers[l.key]));
  if (wants.some((cup, i) => injector.contents[i]?.cup !== cup)) return false;
  const grams = setting(s, job, m, cavitiesOfDraw(s, job, m));
  return shares(injector.injector).every((part, i) => injector.contents[i]!.grams >= part * grams * 0.98);
}

/** Ingredients of a cup's recipe for these moments, scaled to a charge. */
const ladderOf = (c: CupState, grams: number, when: Ingredient['when'][]): Ingredient[] => c.ladder.filter((i) => when.includes(i.when)).map((i) => scaleIngredient(i, grams / GRADES[c.grade].density20));

const ladderText = (ladder: Ingredient[], s: SessionState): string =>
  ladder.map((i) => `${i.what} ${i.dimension === 'drops' ? `${i.amount} dr` : i.dimension === 'volume' ? spoon(i.amount, s.snapshot.units) : say(i.amount, 'mass', s.snapshot.units)}`).join(', ');

const addAll = (c: CupState, ladder: Ingredient[]): Send[] => ladder.map((i) => ({ kind: 'added', payload: { cup: c.key, what: i.what, amount: i.amount, dimension: i.dimension, from: 'recipe' } }));

export function mouldSteps(s: SessionState, m: MouldState, now: number): Step[] {
  const shot = s.shots.get(m.shot ?? '');
  const { name } = m.mould;
  const out: Step[] = [];
  if (m.phase === 'holding') {
    out.push({ key: 'hold', target: m.key, sentence: `Hold ${name}, ${m.mould.hold} s`, detail: m.mould.metal === 'cast' ? 'A cast mould wants a firmer hold than a machined one.' : 'Steady pressure until it resists no more.', label: 'Pressure is off', until: m.holdUntil, send: { kind: 'held', payload: { mould: m.key } }, skip: { step: 'hold', target: m.key }, caution: 'Never push hard on hot plastic under pressure.' });
  }
  if (m.phase === 'cooling' && !m.toppedOff) {
    out.push({ key: 'topOff', target: m.key, sentence: `Top off ${name}, fill its ${m.mould.feed === 'each' ? `${m.mould.cavities.length} sprues` : 'sprue'}`, detail: 'It shrinks as it sets and pulls the sprue down.', label: 'It is topped off', send: { kind: 'toppedOff', payload: { mould: m.key, look: 1, took: true } }, others: [{ label: 'It took none', send: { kind: 'toppedOff', payload: { mould: m.key, look: 1, took: false } } }], skip: { step: 'topOff', target: m.key } });
  }
  if (m.phase === 'cooling' && m.toppedOff && !m.looked && now >= m.lookAt) {
    out.push({ key: 'secondLook', target: m.key, sentence: `Look at the sprue of ${name} again, fill once more`, detail: `${Math.round((now - m.since) / 1000)} s since the pressure came off.`, label: 'Looked, and filled', send: { kind: 'toppedOff', payload: { mould: m.key, look: 2, took: true } }, others: [{ label: 'It took none', send: { kind: 'toppedOff', payload: { mould: m.key, look: 2, took: false } } }], skip: { step: 'secondLook', target: m.key } });
  }
  if (m.phase === 'cooling' && now >= m.readyAt) {
    out.push({ key: 'open', target: m.key, sentence: `Open ${name}, ${m.mould.letsGo === 'either' ? 'either side up' : `${m.mould.letsGo} side up`}`, detail: `It has cooled ${Math.round((now - m.since) / 1000)} s. Hold the sprue down with a finger.`, label: 'It is open', send: { kind: 'mouldOpened', payload: { mould: m.key } }, caution: 'Moulds get hotter as the session goes on: gloves.' });
  }
  if (m.phase === 'opened' && shot) {
    const seconds = [...shot.marks.values()].filter((x) => x.grade === 'second').length;
    const usable = [...shot.marks.values()].filter((x) => x.grade === 'usable').length;
    const good = shot.cavities.size - seconds - usable;
    out.push({ key: 'mark', target: m.key, sentence: `Look at all ${shot.cavities.size}, touch those that are not good`, detail: `${good} good${usable ? `, ${usable} usable` : ''}${seconds ? `, ${seconds} to go back` : ''}. Untouched is good.`, label: `${good} of ${shot.cavities.size} good`, send: { kind: 'marked', payload: { shot: shot.id } } });
  }
  if (m.phase === 'marked' && shot) {
    const job = s.jobs.get(shot.job);
    const mixed = build(shot.build).mixed;
    const first = job ? String(job.job.layers[layersOf(job.job.build)[0]!.key]) : 'puck';
    const to = mixed ? (job && job.job.mixedTo !== 'puck' ? String(job.job.layers[job.job.mixedTo] ?? 'puck') : 'puck') : first;
    const where = s.cups.get(to);
    out.push({ key: 'sprue', target: m.key, sentence: `Sprue and shorts back to ${where ? where.letter : 'the remelt tray'}`, detail: where ? 'Cut small; they are cooked with the cup at the next reheat.' : 'Two colours together: kept as a puck, sorted by colour.', label: where ? `They are in ${where.letter}` : 'They are put by', send: { kind: 'returned', payload: { shot: shot.id, to } }, others: [...s.cups.values()].filter((c) => c.charges > 0 && c.key !== to).slice(0, 2).map((c) => ({ label: `Into ${c.letter}`, send: { kind: 'returned' as const, payload: { shot: shot.id, to: c.key } } })).concat(to === 'puck' ? [] : [{ label: 'To the remelt tray', send: { kind: 'returned', payload: { shot: shot.id, to: 'puck' } } }]), skip: { step: 'sprue', target: m.key } });
  }
  return out;
}

/** Shots that are counted but not yet on the rack. */
export function rackSteps(s: SessionState): Step[] {
  return [...s.shots.values()].filter((x) => x.markedAt !== null && x.rackedAt === null && !s.skips.has(`rack:${x.id}`) && !(s.moulds.get(x.mould)?.shot === x.id && s.moulds.get(x.mould)?.phase === 'marked')).map((x) => {
    const keep = x.cavities.size - [...x.marks.values()].filter((m) => m.grade === 'second').length;
    return { key: 'rack', target: x.id, sentence: x.trial ? `Lay the ${keep} trial baits aside` : `Lay ${keep} baits flat on the rack`, detail: `${x.bait.name}, ${x.colourway.name}; they cure ${s.snapshot.bench.cure} h.`, label: x.trial ? 'They are aside' : 'They are on the rack', send: { kind: 'racked', payload: { shot: x.id } }, skip: { step: 'rack', target: x.id } } satisfies Step;
  });
}

/** What a job's cups still want before they can be matched and drawn from. */
export function cupSteps(s: SessionState, job: JobState): Step[] {
  const { units } = s.snapshot;
  const out: Step[] = [];
  const cups = cupsOf(s, job);
  const skipped = (key: string, c: CupState) => s.skips.has(`${key}:${c.key}`);
  for (const c of cups) {
    if (!c.woken && !skipped('wake', c)) out.push({ key: 'wake', target: c.key, sentence: `Wake the plastisol for ${c.letter}, roll it a minute`, detail: 'The bottom has packed hard. Gently: air and damp make bubbles later.', label: 'It is awake', send: { kind: 'woken', payload: { cup: c.key } } });
  }
  for (const c of cups) {
    const grams = c.plannedCharges[c.charges] ?? c.plannedCharges.at(-1) ?? 0;
    if (c.charges === 0 && grams > 0 && !skipped('dose', c)) {
      const ml = grams / GRADES[c.grade].density20;
      const ladder = ladderOf(c, grams, ['cold']);
      const cold = ladderText(ladder, s);
      out.push({ key: 'dose', target: c.key, sentence: `Measure ${say(ml, 'volume', units)} into ${c.letter}${cold ? ', dose it cold' : ''}`, detail: `${GRADES[c.grade].name} plastisol, ${say(grams, 'mass', units, 0)}.${cold ? ` Cold: ${cold}.` : ''}`, label: `${c.letter} is measured`, send: { kind: 'charged', payload: { cup: c.key, grams, from: 'fresh' } }, then: addAll(c, ladder), caution: 'Water on hot plastic spits; damp additives too.' });
    }
  }
  for (const c of cups.filter((x) => x.charges > 0)) {
    const before = c.degas === 'cold' && !c.degassed && !skipped('degasCold', c);
    if (before) out.push({ key: 'degasCold', target: c.key, sentence: `Degas ${c.letter} cold, 3 min or more`, detail: `It froths: the cup may be ${say(c.limitMl, 'volume', units)} full at most.`, label: 'It is degassed', send: { kind: 'degassed', payload: { cup: c.key, when: 'cold' } }, caution: 'A cracked lid implodes. Let air in slowly.' });
  }
  for (const c of cups.filter((x) => x.charges > 0 && !x.fused && !skipped('cook', x))) {
    const read = c.reading ? `${c.letter} was ${degrees(c.reading.celsius, units)}.` : 'From milk through gel to clear.';
    out.push({ key: 'cook', target: c.key, sentence: `Cook ${c.letter} to ${degrees(PLASTISOL.fusion, units)}, stir, read`, detail: `${read} Short bursts; scrape the rim in each time.`, label: `Read ${c.letter}`, read: { kind: 'cup', key: c.key }, caution: `Ventilate. Above ${degrees(PLASTISOL.ceiling, units)} it yellows; smoke means stop, get it outside, leave. Never use this microwave for food.` });
  }
  for (const c of cups.filter((x) => x.fused)) {
    if (c.degas === 'before colour' && !c.degassed && !skipped('degasBefore', c)) out.push({ key: 'degasBefore', target: c.key, sentence: `Degas ${c.letter} hot, ${degrees(170, units)} or more going in`, detail: `Below ${degrees(160, units)} it is too thick to let go of air. Let air in when it climbs.`, label: 'It is degassed', send: { kind: 'degassed', payload: { cup: c.key, when: 'before colour' } }, caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.' });
    if (!c.coloured && !skipped('colour', c)) {
      const last = c.plannedCharges[Math.max(0, c.charges - 1)] ?? c.grams;
      const since = c.trail.slice(c.trail.findLastIndex((t) => t.what === 'plastisol' || t.what === 'remelt') + 1);
      const ladder = ladderOf(c, last, ['gel', 'clear', 'last']);
      out.push({ key: 'colour', target: c.key, sentence: `Colour ${c.letter}: ${c.name}, ${c.ladder.filter((i) => i.when !== 'cold').length} additions`, detail: ladderText(ladder, s) || 'Nothing is written down for this mix.', label: `${c.letter} is coloured`, send: { kind: 'coloured', payload: { cup: c.key } }, also: addAll(c, ladder.filter((i) => !since.some((t) => t.what === i.what))) });
    }
    if (c.degas === 'after colour' && c.coloured && !c.degassed && !skipped('degasAfter', c)) out.push({ key: 'degasAfter', target: c.key, sentence: `Degas ${c.letter} hot, ${degrees(170, units)} or more going in`, detail: 'Stirring afterwards puts bubbles back.', label: 'It is degassed', send: { kind: 'degassed', payload: { cup: c.key, when: 'after colour' } }, caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.' });
  }
  return out.map((step) => ({ ...step, skip: { step: step.key, target: step.target } }));
}

/** A cup that cannot serve the next draw wants its next charge. */
function recharge(s: SessionState, job: JobState, m: MouldState): Step[] {
  const { units } = s.snapshot;
  return drawVolumes(s, job, m).flatMap(({ cup, ml }) => {
    const c = s.cups.get(cup);
    if (!c || c.charges === 0) return [];
    const need = ml * density((job.job.window.low + job.job.window.high) / 2, GRADES[c.grade].density20);
    if (c.grams >= need * 0.999) return [];
    const grams = c.plannedCharges[c.charges] ?? Math.ceil((need - c.grams) / 5) * 5 + 20;
    if (s.skips.has(`recharge${c.charges}:${c.key}`)) return [];
    return [{ key: 'dose' as const, target: c.key, sentence: `${c.letter} will run short: add ${say(grams / GRADES[c.grade].density20, 'volume', units)}`, detail: `It holds ${say(c.grams / GRADES[c.grade].density20, 'volume', units)}; the draw wants ${say(ml, 'volume', units)}. Cook it in.`, label: `It is in ${c.letter}`, send: { kind: 'charged' as const, payload: { cup: c.key, grams, from: 'fresh' as const } }, skip: { step: `recharge${c.charges}`, target: c.key } }];
  });
}

export function metalSteps(s: SessionState, job: JobState): Step[] {
  const { units } = s.snapshot;
  const out: Step[] = [];
  for (const { id } of job.job.moulds) {
    const m = s.moulds.get(String(id));
    if (!m || m.warmed || m.phase !== 'open' || s.skips.has(`warmMould:${m.key}`)) continue;
    const read = m.reading ? ` It was ${degrees(m.reading.celsius, units)}.` : '';
    out.push({ key: 'warmMould', target: m.key, sentence: `Warm ${m.mould.name} to ${degrees(m.mould.warmTo, units)}`, detail: `A few minutes on the plate, half a minute with the gun; on wood, not on metal.${read}`, label: 'It is warm', send: { kind: 'warmed', payload: { target: { kind: 'mould', key: m.key } } }, skip: { step: 'warmMould', target: m.key }, caution: 'Do not leave a heat gun or plate on by itself.' });
  }
  const injector = injectorOf(s, job);
  if (injector && !injector.warmed && !s.skips.has(`warmInjector:${injector.key}`)) {
    out.push({ key: 'warmInjector', target: injector.key, sentence: `Warm ${injector.injector.name}${injector.block ? ' and its block' : ''}, oil ${injector.injector.barrels.length === 1 ? '1 plunger' : `${injector.injector.barrels.length} plungers`}`, detail: 'Cold metal freezes the first shot.', label: 'Warm and oiled', send: { kind: 'warmed', payload: { target: { kind: 'injector', key: injector.key } } }, skip: { step: 'warmInjector', target: injector.key } });
  }
  return out;
}

/** From a free mould to the shot, the match last because it goes stale in seconds. */
export function shotSteps(s: SessionState, job: JobState, m: MouldState, now: number): Step[] {
  const { units, bench } = s.snapshot;
  const injector = injectorOf(s, job);
  if (!injector) return [];
  const laminated = layersOf(job.job.build).length > 1;
  const n = s.shots.size + 1;
  const out: Step[] = [];
  const cycle = `${m.key}:${m.cycles}`;
  const closed = (gaps: ('left' | 'right')[], closures = m.mould.closures): Send => ({ kind: 'closed', payload: { mould: m.key, gaps, closures, loose: true } });
  if ((m.phase === 'open' || m.gaps.length > 0) && !s.skips.has(`close:${cycle}:${m.gaps.length}`)) {
    const how = CLOSURES[m.mould.closure].act(m.mould.closures);
    const again = m.gaps.length > 0 && m.phase !== 'open';
    out.push({
      key: 'close', target: m.key, sentence: again ? `Reseat ${m.mould.name}: a gap shows on the ${m.gaps.join(' and ')}` : `Close ${m.mould.name}: ${how}`,
      detail: `${m.mould.loose.length ? `${m.mould.loose.join(', ')} in first. ` : ''}Look down both sides for a gap.${m.mould.note ? ` Note: ${m.mould.note}` : ''}`,
      label: 'Closed, no gap', send: closed([]), skip: { step: 'close', target: `${cycle}:${m.gaps.length}` },
      others: again ? [] : [{ label: 'Gap on the left', send: closed(['left']) }, { label: 'Gap on the right', send: closed(['right']) }, ...(m.mould.closures > 1 ? [{ label: 'One closure short', send: closed([], m.mould.closures - 1) }] : [])],
    });
  }
  if (m.phase !== 'open' && laminated && m.top !== 'right' && !s.skips.has(`top:${cycle}`)) {
    const back = layersOf(job.job.build).find((l) => l.over === 'TOP');
    const letter = s.cups.get(String(job.job.layers[back?.key ?? '']))?.letter ?? '?';
    const turned = m.top === 'wrong';
    out.push({
      key: 'top', target: m.key, sentence: turned ? `Turn the block: ${letter} belongs over TOP of ${m.mould.name}` : `Look: is ${letter} over TOP of ${m.mould.name}?`,
      detail: 'Each port of the block stands over its own half, back colour over TOP.', label: `${letter} is over TOP`,
      send: { kind: 'topChecked', payload: { mould: m.key, right: true } }, skip: { step: 'top', target: cycle },
      others: turned ? [] : [{ label: 'It is the other way', send: { kind: 'topChecked', payload: { mould: m.key, right: false } } }],
    });
  }
  if (canShoot(s, job, m)) {
    const draw = s.draws.get(injector.draw!);
    const cavities = cavitiesOfDraw(s, job, m);
    out.push({ key: 'shoot', target: m.key, sentence: `Shoot ${m.mould.name}${cavities ? `, cavities ${cavities[0]} to ${cavities.at(-1)}` : ''}: slow and even`, detail: `${isTrialNext(job) ? 'Trial shot' : `Shot ${n}`}. Drawn ${Math.max(0, Math.round((now - (draw?.at ?? now)) / 1000))} s ago. Until it resists.`, label: 'It is full', send: { kind: 'shot', payload: { mould: m.key, job: job.key, draw: injector.draw!, trial: isTrialNext(job), cavities } }, warnings: [...mouldWarnings(s, m, laminated).map((w) => w.sentence), ...(draw?.against.length ? [`The draw was noted: ${draw.against.length === 1 ? 'one warning' : `${draw.against.length} warnings`}.`] : [])] });
    return out;
  }
  out.push(...recharge(s, job, m));
  const cups = cupsOf(s, job);
  const unread = cups.filter((c) => !isFresh(c, now, bench.stale));
  const gap = gapOf(cups);
  const { low, high } = job.job.window;
  const coldest = [...cups].sort((a, b) => (a.reading?.celsius ?? 0) - (b.reading?.celsius ?? 0))[0];
  const under = cups.find((c) => c.reading && c.reading.high < low);
  const over = cups.find((c) => c.reading && c.reading.low > high);
  const apart = gap !== null && gap > bench.tolerance;
  const matched = unread.length === 0 && !apart && !under && !over;
  if (!matched && !s.skips.has(`match:${injector.key}:${injector.draws}`)) {
    // One too hot is let cool before the other is heated after it.
    const first = unread[0] ?? under ?? over ?? coldest ?? cups[0]!;
    const window = `The window is ${degrees(low, units)} to ${degrees(high, units)}.`;
    const pair = and(cups.map((c) => `${c.letter} ${c.reading ? degrees(c.reading.celsius, units) : 'unread'}`));
    const sentence =
      unread.length > 0 ? `Stir and read ${and(unread.map((c) => c.letter))}; ${degrees(low, units)} to ${degrees(high, units)} is wanted`
      : under ? `${under.letter} is ${Math.round(low - under.reading!.celsius) === 0 ? 'just' : degreesApart(low - under.reading!.celsius, units)} under: a short burst, stir, read`
      : over ? `${over.letter} is ${degreesApart(over.reading!.celsius - high, units)} over: let it cool, stir, read`
      : `${coldest!.letter} is ${degreesApart(gap ?? 0, units)} colder: a short burst, stir, read`;
    out.push({ key: 'match', target: injector.key, sentence, detail: `${pair}. ${window}${cups.length > 1 ? ` ${degreesApart(bench.tolerance, units)} apart is allowed.` : ''}`, label: `Read ${first.letter}`, read: { kind: 'cup', key: first.key }, skip: { step: 'match', target: `${injector.key}:${injector.draws}` } });
  }
  const volumes = drawVolumes(s, job, m);
  out.push({ key: 'draw', target: injector.key, sentence: `Draw ${and(volumes.map((v) => `${say(v.ml, 'volume', units)} of ${s.cups.get(v.cup)?.letter ?? '?'}`))}, slowly`, detail: `${cups.map((c) => `${c.letter} ${c.reading ? degrees(c.reading.celsius, units) : 'unread'}`).join(', ')}${gap !== null && cups.length > 1 ? `, ${degreesApart(gap, units)} apart` : ''}. Push out the air until every colour runs.`, label: 'It is drawn', send: { kind: 'drawn', payload: { draw: `${injector.key}/${injector.draws + 1}`, injector: injector.key, job: job.key, barrels: volumes } }, warnings: drawWarnings(s, job, now).map((w) => w.sentence), caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.' });
  return out;
}

const degreesApart = (kelvin: number, units: SessionState['snapshot']['units']): string => `${say(kelvin, 'difference', units, 0).split(' ')[0]}°`;

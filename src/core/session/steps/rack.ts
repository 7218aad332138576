import { MAKES } from '../../build/index.ts';
import { kept } from '../apply.ts';
import { colourOfShot } from '../likeness.ts';
import type { SessionState, ShotState } from '../state.ts';
import type { Send, Step } from '../step.ts';

const standsOpen = (s: SessionState, x: ShotState): boolean =>
  s.moulds.get(x.mould)?.shot === x.id && s.moulds.get(x.mould)?.phase === 'marked';

function keepStep(x: ShotState): Step {
  const n = kept(x);
  const many = MAKES[x.stage.makes].many;
  const keep = (oiled: boolean): Send => ({ kind: 'kept', payload: { shot: x.id, oiled } });
  const tails = x.stage.makes === 'tail';
  return {
    key: 'keep',
    target: x.id,
    sentence: tails
      ? `Pull the ${n} ${many} four or five at a time, oil them`
      : `Draw the rods, lay ${n} ${many} by, oil them`,
    detail: tails
      ? 'A film of worm oil, no more: too much and the joint peels.'
      : 'Each belongs back in its own cavity, without the rod.',
    label: `${n} ${many} laid by, oiled`,
    send: keep(true),
    others: [{ label: 'Laid by dry', send: keep(false) }],
    skip: { step: 'keep', target: x.id },
  };
}

/** Tips to dip before the baits go on the rack; null when the build has none or they are done. */
function tipStep(s: SessionState, x: ShotState): Step | null {
  const { finish } = x.build;
  const run = s.runs.get(x.job);
  const c = s.cups.get(String(run?.job.layers[finish?.key ?? '']));
  if (!finish || !c || x.trial || x.tipG > 0 || s.skips.has(`tip:${x.id}`)) return null;
  const n = kept(x);
  return {
    key: 'tip',
    target: x.id,
    sentence: `Dip ${n} tips in ${c.letter}, hang them to set`,
    detail: `${finish.name} on ${x.bait.name}. Warm baits take it; a chilled one wrinkles.`,
    label: `${n} tips are dipped`,
    send: { kind: 'tipped', payload: { shot: x.id, cup: c.key, grams: finish.grams * n } },
    skip: { step: 'tip', target: x.id },
  };
}

/** Shots that are counted but not yet on the rack, or laid by for the next stage. */
export function rackSteps(s: SessionState): Step[] {
  return [...s.shots.values()]
    .filter(
      (x) =>
        x.markedAt !== null &&
        x.rackedAt === null &&
        !s.skips.has(`rack:${x.id}`) &&
        !s.skips.has(`keep:${x.id}`) &&
        !standsOpen(s, x),
    )
    .flatMap((x): Step[] => {
      if (x.stage.makes !== 'bait') return [keepStep(x)];
      const n = kept(x);
      const tip = tipStep(s, x);
      const rack: Step = {
        key: 'rack',
        target: x.id,
        sentence:
          x.trial && !x.keptTrial
            ? `Lay the ${n} trial baits aside`
            : `Lay ${n} baits flat on the rack`,
        detail: `${x.bait.name}, ${colourOfShot(s, x).name}; they cure ${s.snapshot.bench.cure} h.`,
        label: x.trial && !x.keptTrial ? 'They are aside' : 'They are on the rack',
        send: { kind: 'racked', payload: { shot: x.id } },
        skip: { step: 'rack', target: x.id },
      };
      return tip ? [tip, rack] : [rack];
    });
}

/** A new mould's first shot, looked at: its trial card. */
export function trialSteps(s: SessionState): Step[] {
  return [...s.moulds.values()].flatMap((m): Step[] => {
    const shot = [...s.shots.values()].find((x) => x.mould === m.key && x.rackedAt !== null);
    if (m.mould.tried || !shot || s.skips.has(`trial:${m.key}`)) return [];
    return [
      {
        key: 'trial',
        target: m.key,
        sentence: `Fill in the trial card of ${m.mould.name}`,
        detail:
          'Its first shot is out: what it took, which side lets go, hold, window, verdict. The figures go into the mould.',
        label: 'Open the card',
        open: 'trial',
        skip: { step: 'trial', target: m.key },
      },
    ];
  });
}

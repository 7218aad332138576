import { MAKES } from '../../build/index.ts';
import { worthKeeping } from '../effects/grams.ts';
import { colourOfShot } from '../likeness.ts';
import type { SessionState } from '../state.ts';
import type { ShotState } from '../state/shot.ts';
import type { Send, Step } from '../step.ts';
import { layerCup } from '../layerCup.ts';
import { isSkipped, skipOf } from '../skips.ts';

const standsOpen = (state: SessionState, shot: ShotState): boolean =>
  state.moulds.get(shot.mould)?.shot === shot.id &&
  state.moulds.get(shot.mould)?.phase.is === 'marked';

function keepStep(shot: ShotState): Step {
  const count = worthKeeping(shot);
  const many = MAKES[shot.stage.makes].many;
  const keep = (oiled: boolean): Send => ({ kind: 'kept', payload: { shot: shot.id, oiled } });
  const tails = shot.stage.makes === 'tail';
  return {
    key: 'keep',
    target: shot.id,
    sentence: tails
      ? `Pull the ${count} ${many} four or five at a time, oil them`
      : `Draw the rods, lay ${count} ${many} by, oil them`,
    detail: tails
      ? 'A film of worm oil, no more: too much and the joint peels.'
      : 'Each belongs back in its own cavity, without the rod.',
    label: `${count} ${many} laid by, oiled`,
    send: keep(true),
    others: [{ label: 'Laid by dry', send: keep(false) }],
    skip: skipOf('keep', shot),
  };
}

/** Tips to dip before the baits go on the rack; null when the build has none or they are done. */
function tipStep(state: SessionState, shot: ShotState): Step | null {
  const { finish } = shot.build;
  const run = state.runs.get(shot.job);
  const cup = run && layerCup(state, run, finish?.key ?? '');
  if (!finish || !cup || shot.trial || shot.tipG > 0 || isSkipped(state, 'tip', shot)) return null;
  const count = worthKeeping(shot);
  return {
    key: 'tip',
    target: shot.id,
    sentence: `Dip ${count} tips in ${cup.letter}, hang them to set`,
    detail: `${finish.name} on ${shot.bait.name}. Warm baits take it; a chilled one wrinkles.`,
    label: `${count} tips are dipped`,
    send: { kind: 'tipped', payload: { shot: shot.id, cup: cup.key, grams: finish.grams * count } },
    skip: skipOf('tip', shot),
  };
}

/** Shots that are counted but not yet on the rack, or laid by for the next stage. */
export function rackSteps(state: SessionState): Step[] {
  return [...state.shots.values()]
    .filter(
      (shot) =>
        shot.markedAt !== null &&
        shot.rackedAt === null &&
        !isSkipped(state, 'rack', shot) &&
        !isSkipped(state, 'keep', shot) &&
        !standsOpen(state, shot),
    )
    .flatMap((shot): Step[] => {
      if (shot.stage.makes !== 'bait') return [keepStep(shot)];
      const count = worthKeeping(shot);
      const tip = tipStep(state, shot);
      const rack: Step = {
        key: 'rack',
        target: shot.id,
        sentence:
          shot.trial && !shot.keptTrial
            ? `Lay the ${count} trial baits aside`
            : `Lay ${count} baits flat on the rack`,
        detail: `${shot.bait.name}, ${colourOfShot(state, shot).name}; they cure ${state.snapshot.bench.cure} h.`,
        label: shot.trial && !shot.keptTrial ? 'They are aside' : 'They are on the rack',
        send: { kind: 'racked', payload: { shot: shot.id } },
        skip: skipOf('rack', shot),
      };
      return tip ? [tip, rack] : [rack];
    });
}

/** A new mould's first shot, looked at: its trial card. */
export function trialSteps(state: SessionState): Step[] {
  return [...state.moulds.values()].flatMap((mould): Step[] => {
    const shot = [...state.shots.values()].find(
      (shot) => shot.mould === mould.key && shot.rackedAt !== null,
    );
    if (mould.mould.tried || !shot || isSkipped(state, 'trial', mould)) return [];
    return [
      {
        key: 'trial',
        target: mould.key,
        sentence: `Fill in the trial card of ${mould.mould.name}`,
        detail:
          'Its first shot is out: what it took, which side lets go, hold, window, verdict. The ' +
          'figures go into the mould.',
        label: 'Open the card',
        open: 'trial',
        skip: skipOf('trial', mould),
      },
    ];
  });
}

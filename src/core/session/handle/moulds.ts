import { insertKind } from '../../plan/index.ts';
import { takeInsert, unload } from '../inserts.ts';
import { heatByShot, setMouldHeat } from './heat.ts';
import { BARREL_WARM } from './barrelHeat.ts';
import { SAID } from './loss.ts';
import type { SessionState } from '../state.ts';
import type { LotState } from '../state/shot.ts';
import type { Handlers } from './parts.ts';
import { cool, give, insertsOf, kept, mould, reopen, scrapG } from './parts.ts';
import { alter } from '../alter.ts';

/**
 * An insert laid by already, and found no good after all, is spoiled; one found good again is put
 * back to them.
 */
function recountLot(state: SessionState, lot: LotState, worse: number): void {
  if (worse > 0 && lot.left === 0) return;
  if (worse < 0 && lot.spoiled === 0) return;
  lot.left -= worse;
  lot.spoiled += worse;
  state.puckG += worse * lot.each;
}

/** Events of before this version had no effects of their own for a turned block. */
const TURNED_SINCE = 2;

export const MOULDS: Pick<
  Handlers,
  | 'warmed'
  | 'closed'
  | 'topChecked'
  | 'loaded'
  | 'insertSpoiled'
  | 'held'
  | 'toppedOff'
  | 'mouldOpened'
  | 'cavityMarked'
  | 'marked'
  | 'returned'
  | 'racked'
  | 'named'
  | 'willDo'
  | 'recounted'
  | 'dropped'
  | 'kept'
  | 'tipped'
  | 'noted'
  | 'trialled'
> = {
  warmed: (state, event) => {
    const { kind, key } = event.payload.target;
    if (kind === 'mould') {
      mould(state, key, (mould) => {
        mould.warmed = true;
        setMouldHeat(mould, { celsius: mould.mould.warmTo, own: SAID, slope: 0 }, event.at);
        mould.told.push({ at: event.at, kind: 'warmed' });
      });
    }
    const injector = state.injectors.get(key);
    if (kind === 'injector' && injector)
      alter(injector, { warmed: true, metal: { celsius: BARREL_WARM, at: event.at } });
  },
  closed: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      if (mould.phase !== 'open' && mould.phase !== 'closed' && mould.phase !== 'cleared') return;
      // Baits of the last shot may still lie on the bench, waiting for the rack.
      if (mould.phase === 'cleared') {
        mould.shot = null;
        unload(state, mould);
      }
      if (state.focus?.mould === mould.key) state.focus = null;
      alter(mould, {
        phase: 'closed',
        since: event.at,
        closures: event.payload.closures,
        gaps: event.payload.gaps,
        looseIn: event.payload.loose,
      });
    }),
  topChecked: (state, event) =>
    mould(
      state,
      event.payload.mould,
      (mould) => void (mould.top = event.payload.right ? 'right' : 'wrong'),
    ),
  loaded: (state, event) => {
    const run = state.runs.get(event.payload.job);
    mould(state, event.payload.mould, (mould) => {
      if (!run || (mould.phase !== 'open' && mould.phase !== 'closed')) return;
      state.focus = { what: 'load', mould: mould.key };
      for (const cavity of event.payload.cavities) {
        if (!mould.mould.cavities.some((other) => other.n === cavity)) continue;
        if (!mould.loaded.has(cavity)) mould.loaded.set(cavity, takeInsert(state, run).id);
        if (event.payload.gap) mould.gapped.add(cavity);
        else mould.gapped.delete(cavity);
      }
    });
  },
  insertSpoiled: (state, event) => {
    const run = state.runs.get(event.payload.job);
    if (!run) return;
    for (let i = 0; i < event.payload.count; i++) {
      const lot = takeInsert(state, run);
      lot.spoiled += 1;
      state.puckG += lot.each;
    }
  },
  held: (state, event) =>
    mould(
      state,
      event.payload.mould,
      (mould) =>
        void (
          mould.phase === 'holding' &&
          cool(state, mould, event.at, event.payload.cool, event.payload.firm)
        ),
    ),
  toppedOff: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (mould.phase === 'holding')
        cool(state, mould, event.at, event.payload.cool, event.payload.firm);
      if (event.payload.look === 1) mould.toppedOff = true;
      else mould.looked = true;
      if (shot && event.payload.took) shot.toppedOff += 1;
    }),
  mouldOpened: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (!shot || shot.openedAt !== null) return;
      shot.openedAt = event.at;
      if (mould.phase === 'cooling' && mould.reckoned)
        shot.waited = {
          seconds: (event.at - mould.since) / 1000,
          reckoned: (mould.readyAt - mould.since) / 1000,
          firm: mould.firm,
        };
      heatByShot(state, mould, event.at);
      mould.phase = 'opened';
      // A turned block puts the belly on the back of every bait; the maker may still find some
      // good.
      if (event.v >= TURNED_SINCE && shot.turned)
        for (const cavity of shot.cavities.keys())
          if (!shot.marks.has(cavity)) shot.marks.set(cavity, { grade: 'usable', fault: 'upside' });
    }),
  cavityMarked: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || !shot.cavities.has(event.payload.cavity)) return;
    const before = scrapG(state, shot);
    const was = shot.marks.get(event.payload.cavity)?.grade === 'second';
    if (shot.markedAt === null) state.focus = { what: 'mark', mould: shot.mould };
    shot.judged.add(event.payload.cavity);
    if (event.payload.grade === 'good') shot.marks.delete(event.payload.cavity);
    else
      shot.marks.set(event.payload.cavity, {
        grade: event.payload.grade,
        fault: event.payload.fault,
      });
    // Its sprue has gone back already: what is found bad since goes after it, what is found good
    // comes out again.
    const more = scrapG(state, shot) - before;
    if (shot.returnedTo !== null && more !== 0) give(state, shot.scrapTo ?? 'puck', more);
    const lot = state.lots.get(shot.id);
    const is = event.payload.grade === 'second';
    if (lot && was !== is) recountLot(state, lot, is ? 1 : -1);
  },
  marked: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot) return;
    shot.markedAt ??= event.at;
    if (state.focus?.mould === shot.mould) state.focus = null;
    shot.openedAt ??= event.at;
    if (event.payload.keep && shot.trial && shot.returnedTo === null) shot.keptTrial = true;
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && (mould.phase = 'marked')));
  },
  returned: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.returnedTo !== null) return;
    shot.returnedTo = event.payload.to;
    shot.scrapTo = event.payload.scrap ?? event.payload.to;
    give(state, shot.returnedTo, shot.feedG);
    give(state, shot.scrapTo, scrapG(state, shot));
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && (mould.phase = 'cleared')));
  },
  racked: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.rackedAt !== null) return;
    shot.rackedAt = event.at;
    shot.curedAt = event.at + state.snapshot.bench.cure * 3_600_000;
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && reopen(state, mould)));
  },
  kept: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.rackedAt !== null || shot.stage.makes === 'bait') return;
    shot.rackedAt = event.at;
    const made = kept(shot);
    if (made > 0) {
      const job = state.runs.get(shot.job)?.job ?? { layers: {} };
      state.lots.set(shot.id, {
        id: shot.id,
        kind: insertKind(job, shot.stage, Number(shot.mould)),
        makes: shot.stage.makes,
        from: 'shot',
        made,
        left: made,
        spoiled: 0,
        scrap: scrapG(state, shot),
        each: (shot.baitsG + insertsOf(state, shot) - scrapG(state, shot)) / made,
        oiled: event.payload.oiled,
      });
    }
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && reopen(state, mould)));
  },
  tipped: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    const cup = state.cups.get(event.payload.cup);
    if (!shot || shot.tipG > 0 || !cup) return;
    shot.tipG = event.payload.grams;
    cup.grams -= event.payload.grams;
    cup.drawnG += event.payload.grams;
  },
  named: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.called = event.payload.colourway;
    }
  },
  willDo: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.willDo = event.payload.will;
    }
  },
  recounted: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    const { good, usable, second } = event.payload;
    if (shot && shot.markedAt !== null && good + usable + second <= shot.cavities.size)
      shot.recount = { good, usable, second };
  },
  dropped: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (shot)
      shot.dropped = {
        good: shot.dropped.good + event.payload.good,
        usable: shot.dropped.usable + event.payload.usable,
      };
  },
  noted: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      state.notes.push({
        event: event.id,
        at: event.at,
        mould: mould.key,
        text: event.payload.text,
      });
      mould.mould = {
        ...mould.mould,
        note: [mould.mould.note, event.payload.text].filter(Boolean).join(' '),
      };
    }),
  trialled: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      state.trialled.set(mould.key, {
        event: event.id,
        at: event.at,
        verdict: event.payload.verdict,
      });
      mould.mould = {
        ...mould.mould,
        tried: true,
        letsGo: event.payload.letsGo,
        hold: event.payload.hold,
        window: event.payload.window,
      };
    }),
};

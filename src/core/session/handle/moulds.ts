import { insertKind } from '../../plan/index.ts';
import { takeInsert, unload } from '../inserts.ts';
import { BARREL_WARM, heatByShot, setMouldHeat } from './heat.ts';
import { SAID } from './loss.ts';
import type { LotState, SessionState } from '../state.ts';
import type { Handlers } from './parts.ts';
import { cool, give, insertsOf, kept, mould, reopen, scrapG } from './parts.ts';

/** An insert laid by already, and found no good after all, is spoiled; one found good again is put back to them. */
function recountLot(s: SessionState, lot: LotState, worse: number): void {
  if (worse > 0 && lot.left === 0) return;
  if (worse < 0 && lot.spoiled === 0) return;
  lot.left -= worse;
  lot.spoiled += worse;
  s.puckG += worse * lot.each;
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
  warmed: (s, e) => {
    const { kind, key } = e.payload.target;
    if (kind === 'mould') {
      mould(s, key, (m) => {
        m.warmed = true;
        setMouldHeat(m, m.mould.warmTo, SAID, e.at);
        m.told.push({ at: e.at, kind: 'warmed' });
      });
    }
    const injector = s.injectors.get(key);
    if (kind === 'injector' && injector)
      Object.assign(injector, { warmed: true, metal: { celsius: BARREL_WARM, at: e.at } });
  },
  closed: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      if (m.phase !== 'open' && m.phase !== 'closed' && m.phase !== 'cleared') return;
      // Baits of the last shot may still lie on the bench, waiting for the rack.
      if (m.phase === 'cleared') {
        m.shot = null;
        unload(s, m);
      }
      if (s.focus?.mould === m.key) s.focus = null;
      Object.assign(m, {
        phase: 'closed',
        since: e.at,
        closures: e.payload.closures,
        gaps: e.payload.gaps,
        looseIn: e.payload.loose,
      });
    }),
  topChecked: (s, e) =>
    mould(s, e.payload.mould, (m) => void (m.top = e.payload.right ? 'right' : 'wrong')),
  loaded: (s, e) => {
    const run = s.runs.get(e.payload.job);
    mould(s, e.payload.mould, (m) => {
      if (!run || (m.phase !== 'open' && m.phase !== 'closed')) return;
      s.focus = { what: 'load', mould: m.key };
      for (const n of e.payload.cavities) {
        if (!m.mould.cavities.some((c) => c.n === n)) continue;
        if (!m.loaded.has(n)) m.loaded.set(n, takeInsert(s, run).id);
        if (e.payload.gap) m.gapped.add(n);
        else m.gapped.delete(n);
      }
    });
  },
  insertSpoiled: (s, e) => {
    const run = s.runs.get(e.payload.job);
    if (!run) return;
    for (let i = 0; i < e.payload.count; i++) {
      const lot = takeInsert(s, run);
      lot.spoiled += 1;
      s.puckG += lot.each;
    }
  },
  held: (s, e) =>
    mould(
      s,
      e.payload.mould,
      (m) => void (m.phase === 'holding' && cool(s, m, e.at, e.payload.cool, e.payload.firm)),
    ),
  toppedOff: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      const shot = s.shots.get(m.shot ?? '');
      if (m.phase === 'holding') cool(s, m, e.at, e.payload.cool, e.payload.firm);
      if (e.payload.look === 1) m.toppedOff = true;
      else m.looked = true;
      if (shot && e.payload.took) shot.toppedOff += 1;
    }),
  mouldOpened: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      const shot = s.shots.get(m.shot ?? '');
      if (!shot || shot.openedAt !== null) return;
      shot.openedAt = e.at;
      if (m.phase === 'cooling' && m.reckoned)
        shot.waited = {
          seconds: (e.at - m.since) / 1000,
          reckoned: (m.readyAt - m.since) / 1000,
          firm: m.firm,
        };
      heatByShot(s, m, e.at);
      m.phase = 'opened';
      // A turned block puts the belly on the back of every bait; the maker may still find some good.
      if (e.v >= TURNED_SINCE && shot.turned)
        for (const n of shot.cavities.keys())
          if (!shot.marks.has(n)) shot.marks.set(n, { grade: 'usable', fault: 'upside' });
    }),
  cavityMarked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || !shot.cavities.has(e.payload.cavity)) return;
    const before = scrapG(s, shot);
    const was = shot.marks.get(e.payload.cavity)?.grade === 'second';
    if (shot.markedAt === null) s.focus = { what: 'mark', mould: shot.mould };
    shot.judged.add(e.payload.cavity);
    if (e.payload.grade === 'good') shot.marks.delete(e.payload.cavity);
    else shot.marks.set(e.payload.cavity, { grade: e.payload.grade, fault: e.payload.fault });
    // Its sprue has gone back already: what is found bad since goes after it, what is found good comes out again.
    const more = scrapG(s, shot) - before;
    if (shot.returnedTo !== null && more !== 0) give(s, shot.scrapTo ?? 'puck', more);
    const lot = s.lots.get(shot.id);
    const is = e.payload.grade === 'second';
    if (lot && was !== is) recountLot(s, lot, is ? 1 : -1);
  },
  marked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot) return;
    shot.markedAt ??= e.at;
    if (s.focus?.mould === shot.mould) s.focus = null;
    shot.openedAt ??= e.at;
    if (e.payload.keep && shot.trial && shot.returnedTo === null) shot.keptTrial = true;
    mould(s, shot.mould, (m) => void (m.shot === shot.id && (m.phase = 'marked')));
  },
  returned: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || shot.returnedTo !== null) return;
    shot.returnedTo = e.payload.to;
    shot.scrapTo = e.payload.scrap ?? e.payload.to;
    give(s, shot.returnedTo, shot.feedG);
    give(s, shot.scrapTo, scrapG(s, shot));
    mould(s, shot.mould, (m) => void (m.shot === shot.id && (m.phase = 'cleared')));
  },
  racked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || shot.rackedAt !== null) return;
    shot.rackedAt = e.at;
    shot.curedAt = e.at + s.snapshot.bench.cure * 3_600_000;
    mould(s, shot.mould, (m) => void (m.shot === shot.id && reopen(s, m)));
  },
  kept: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || shot.rackedAt !== null || shot.stage.makes === 'bait') return;
    shot.rackedAt = e.at;
    const made = kept(shot);
    if (made > 0) {
      const job = s.runs.get(shot.job)?.job ?? { layers: {} };
      s.lots.set(shot.id, {
        id: shot.id,
        kind: insertKind(job, shot.stage, Number(shot.mould)),
        makes: shot.stage.makes,
        from: 'shot',
        made,
        left: made,
        spoiled: 0,
        scrap: scrapG(s, shot),
        each: (shot.baitsG + insertsOf(s, shot) - scrapG(s, shot)) / made,
        oiled: e.payload.oiled,
      });
    }
    mould(s, shot.mould, (m) => void (m.shot === shot.id && reopen(s, m)));
  },
  tipped: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    const c = s.cups.get(e.payload.cup);
    if (!shot || shot.tipG > 0 || !c) return;
    shot.tipG = e.payload.grams;
    c.grams -= e.payload.grams;
    c.drawnG += e.payload.grams;
  },
  named: (s, e) => {
    for (const key of e.payload.shots) {
      const shot = s.shots.get(key);
      if (shot) shot.called = e.payload.colourway;
    }
  },
  willDo: (s, e) => {
    for (const key of e.payload.shots) {
      const shot = s.shots.get(key);
      if (shot) shot.willDo = e.payload.will;
    }
  },
  recounted: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    const { good, usable, second } = e.payload;
    if (shot && shot.markedAt !== null && good + usable + second <= shot.cavities.size)
      shot.recount = { good, usable, second };
  },
  dropped: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (shot)
      shot.dropped = {
        good: shot.dropped.good + e.payload.good,
        usable: shot.dropped.usable + e.payload.usable,
      };
  },
  noted: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      s.notes.push({ event: e.id, at: e.at, mould: m.key, text: e.payload.text });
      m.mould = { ...m.mould, note: [m.mould.note, e.payload.text].filter(Boolean).join(' ') };
    }),
  trialled: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      s.trialled.set(m.key, { event: e.id, at: e.at, verdict: e.payload.verdict });
      m.mould = {
        ...m.mould,
        tried: true,
        letsGo: e.payload.letsGo,
        hold: e.payload.hold,
        window: e.payload.window,
      };
    }),
};

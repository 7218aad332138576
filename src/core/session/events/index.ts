import type { EventKind } from './kind.ts';
import { opened } from './opened.ts';
import { brokenOff } from './brokenOff.ts';
import { resumed } from './resumed.ts';
import { finished } from './finished.ts';
import { woken } from './woken.ts';
import { charged } from './charged.ts';
import { heated } from './heated.ts';
import { stirred } from './stirred.ts';
import { degassed } from './degassed.ts';
import { added } from './added.ts';
import { bottleNoted } from './bottleNoted.ts';
import { coloured } from './coloured.ts';
import { doseWeighed } from './doseWeighed.ts';
import { mixKept } from './mixKept.ts';
import { bladed } from './bladed.ts';
import { reading } from './reading.ts';
import { warmed } from './warmed.ts';
import { closed } from './closed.ts';
import { topChecked } from './topChecked.ts';
import { drawn } from './drawn.ts';
import { shot } from './shot.ts';
import { loaded } from './loaded.ts';
import { insertSpoiled } from './insertSpoiled.ts';
import { poured } from './poured.ts';
import { pouredOff } from './pouredOff.ts';
import { stopped } from './stopped.ts';
import { held } from './held.ts';
import { toppedOff } from './toppedOff.ts';
import { emptied } from './emptied.ts';
import { mouldOpened } from './mouldOpened.ts';
import { cavityMarked } from './cavityMarked.ts';
import { felt } from './felt.ts';
import { marked } from './marked.ts';
import { returned } from './returned.ts';
import { racked } from './racked.ts';
import { kept } from './kept.ts';
import { tipped } from './tipped.ts';
import { named } from './named.ts';
import { willDo } from './willDo.ts';
import { recounted } from './recounted.ts';
import { dropped } from './dropped.ts';
import { cleaned } from './cleaned.ts';
import { turned } from './turned.ts';
import { noted } from './noted.ts';
import { trialled } from './trialled.ts';
import { skipped } from './skipped.ts';
import { changed } from './changed.ts';
import { trouble } from './trouble.ts';
import { undone } from './undone.ts';

/** Every kind of thing that happens at the bench. A new one is a file and a row here. */
export const EVENTS = {
  opened,
  brokenOff,
  resumed,
  finished,
  woken,
  charged,
  heated,
  stirred,
  degassed,
  added,
  doseWeighed,
  bottleNoted,
  coloured,
  mixKept,
  bladed,
  reading,
  warmed,
  closed,
  topChecked,
  drawn,
  shot,
  loaded,
  insertSpoiled,
  poured,
  pouredOff,
  stopped,
  held,
  toppedOff,
  emptied,
  mouldOpened,
  cavityMarked,
  felt,
  marked,
  returned,
  racked,
  kept,
  tipped,
  named,
  willDo,
  recounted,
  dropped,
  cleaned,
  turned,
  noted,
  trialled,
  skipped,
  changed,
  trouble,
  undone,
} as const;

export type Kind = keyof typeof EVENTS;

/** The entry of a kind that is not known beforehand; the table holds each to its own payload. */
export const entryOf = (kind: Kind): EventKind<never> => EVENTS[kind];

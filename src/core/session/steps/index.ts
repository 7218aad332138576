import type { StepKey } from '../stepKinds.ts';
import type { Decide } from './atBench.ts';
import { clean } from './barrels/clean.ts';
import { draw } from './barrels/draw.ts';
import { empty } from './barrels/empty.ts';
import { shoot } from './barrels/shoot.ts';
import { warmInjector } from './barrels/warmInjector.ts';
import { colour } from './cups/colour.ts';
import { cook } from './cups/cook.ts';
import { degasAfter, degasBefore, degasCold } from './cups/degas.ts';
import { dose } from './cups/dose.ts';
import { heating } from './cups/heating.ts';
import { leftover } from './cups/leftover.ts';
import { match } from './cups/match.ts';
import { stir } from './cups/stir.ts';
import { wake } from './cups/wake.ts';
import { close } from './moulds/close.ts';
import { cool } from './moulds/cool.ts';
import { hold } from './moulds/hold.ts';
import { load } from './moulds/load.ts';
import { mark } from './moulds/mark.ts';
import { open } from './moulds/open.ts';
import { pour } from './moulds/pour.ts';
import { readMould } from './moulds/readMould.ts';
import { sprue } from './moulds/sprue.ts';
import { top } from './moulds/top.ts';
import { secondLook, topOff } from './moulds/topOff.ts';
import { trial } from './moulds/trial.ts';
import { warmMould } from './moulds/warmMould.ts';
import { keep } from './rack/keep.ts';
import { rack } from './rack/rack.ts';
import { tip } from './rack/tip.ts';
import { finish } from './session/finish.ts';
import { more } from './session/more.ts';
import { readRoom } from './session/readRoom.ts';
import { resume } from './session/resume.ts';

/** What each kind of step asks for. A new one is a file and a row here and in `STEP_KINDS`. */
export const STEPS = {
  resume,
  hold,
  topOff,
  secondLook,
  shoot,
  empty,
  open,
  mark,
  sprue,
  rack,
  keep,
  tip,
  trial,
  wake,
  warmMould,
  readRoom,
  readMould,
  warmInjector,
  dose,
  degasCold,
  cook,
  stir,
  heating,
  degasBefore,
  colour,
  degasAfter,
  clean,
  pour,
  load,
  close,
  top,
  match,
  draw,
  cool,
  more,
  leftover,
  finish,
} satisfies Record<StepKey, Decide>;

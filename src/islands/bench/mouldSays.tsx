import type { ShopUnits } from '@/core/quantity/index.ts';
import { TOO_HOT } from '@/core/heat/metal.ts';
import { clock, degrees, degreesApart } from '@/core/quantity/index.ts';
import type { MouldForecast, MouldState, RunState, SessionState } from '@/core/session/index.ts';
import { mouldHeat } from '@/core/session/index.ts';
import type { Drawn } from '@/ui/drawLayers.ts';

type Phase = MouldState['phase'];
/** What a mould's state is called, and how its countdown reads. */
interface Said {
  state: string;
  big: string;
}
interface Asked<Is extends Phase['is']> {
  mould: MouldState;
  phase: Extract<Phase, { is: Is }>;
  run: RunState | undefined;
  /** the time left until then, where it is not over */
  left: (until: number) => string | null;
}

function openSays({ mould }: Asked<'open'>): Said {
  const { loaded, pours, warmed, mould: own } = mould;
  const state = [
    warmed ? 'clean, warm' : 'clean, cold',
    loaded.size > 0 ? `${loaded.size} of ${own.cavities.length} laid in` : '',
    pours.length > 0 ? `${pours.length} poured` : '',
  ];
  return {
    state: state.filter(Boolean).join(', '),
    big: own.closure === 'open' ? 'level' : 'open',
  };
}
function coolingSays({ mould, phase, left }: Asked<'cooling'>): Said {
  const time = left(phase.readyAt);
  const topped = phase.toppedOff ? 'cooling, topped off' : 'top it off';
  const closed = phase.looked ? 'cooling, looked at twice' : topped;
  return {
    state: mould.mould.closure === 'open' ? 'setting' : closed,
    big: time ? `opens in ${time}` : 'open it',
  };
}
function holdingSays({ phase, run, left }: Asked<'holding'>): Said {
  const time = left(phase.until);
  return {
    state: run?.stage.push === 'light' ? 'under light pressure' : 'under pressure',
    big: time ? `hold ${time}` : 'let go',
  };
}
const closedSays = ({ mould }: Asked<'closed'>): Said => ({
  state:
    mould.closures >= mould.mould.closures
      ? 'closed and clamped'
      : `${mould.closures} of ${mould.mould.closures} on`,
  big: mould.top === 'wrong' ? 'upside down' : 'ready',
});
const SAYS: { [Is in Phase['is']]: (asked: Asked<Is>) => Said } = {
  open: openSays,
  closed: closedSays,
  filling: () => ({ state: 'part filled', big: 'filling' }),
  holding: holdingSays,
  cooling: coolingSays,
  opened: () => ({ state: 'look at each', big: 'opened' }),
  marked: () => ({ state: 'sprue still in it', big: 'counted' }),
  cleared: ({ run }) => ({
    state: run && run.stage.makes !== 'bait' ? 'inserts to lay by' : 'baits to the rack',
    big: 'cleared',
  }),
};
export function says(mould: MouldState, run: RunState | undefined, now: number): Said {
  const left = (until: number) => (until > now ? clock((until - now) / 1000) : null);
  const say = SAYS[mould.phase.is] as (asked: Asked<Phase['is']>) => Said;
  return say({ mould, phase: mould.phase, run, left });
}
/**
 * Metal hotter than this burns a hand that holds it; above the other it hardly lets a bait get
 * firm.
 */
export function metalSays(
  state: SessionState,
  mould: MouldState,
  { seen, units, now }: { seen: MouldForecast | undefined; units: ShopUnits; now: number },
): string {
  const { celsius } = mouldHeat(state, mould, now);
  const hot = celsius >= TOO_HOT ? ', too hot to hold' : '';
  const rest = seen && seen.open === null && mould.phase.is !== 'cooling' ? '; let it rest' : '';
  const down =
    seen && seen.down >= 1 && mould.phase.is !== 'cooling'
      ? `; window may come down ${degreesApart(seen.down, units)}`
      : '';
  return `, metal ${degrees(celsius, units)}${hot}${rest}${rest ? '' : down}`;
}

export const CHANNEL: Drawn = { place: 'core', colour: 'var(--ground)' };
export const EMPTY_TAIL: Drawn = { place: 'tail', colour: 'var(--ground)' };

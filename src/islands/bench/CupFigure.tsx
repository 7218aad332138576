import { clock, degrees, show } from '@/core/quantity/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { CupForecast, CupState } from '@/core/session/index.ts';
import {
  backIn,
  doubtSays,
  heatNow,
  isFresh,
  movingSays,
  readSays,
  stageOf,
} from '@/core/session/index.ts';
import { deviceFigure } from './Instruments.tsx';
import { type Device, deviceSays } from './useDevices.ts';

interface Props {
  cup: CupState;
  seen: CupForecast | undefined;
  device: Device | undefined;
  /** s since it was reckoned */
  since: number;
  units: ShopUnits;
  now: number;
  /** s after which a reading is old */
  stale: number;
  /** there are so many that each has little room */
  many: boolean;
  onRead: () => void;
}

/** Time left in the oven, while it is there. */
const inOven = ({ cup, now }: Props): string | null =>
  cup.inOven && cup.inOven.until > now
    ? `in the oven, ${clock((cup.inOven.until - now) / 1000)} left`
    : null;

/** What it is like at that heat, and how sure that is. */
function likeness({ cup, seen, units }: Props, celsius: number | null): string {
  if (celsius === null) return '';
  const spread = seen && Math.max(1, (seen.now.high - seen.now.low) / 2);
  return [
    stageOf(cup, celsius),
    ...(spread ? [`± ${show(spread, 'difference', units, 0).number}°`] : []),
  ].join(', ');
}

/** What is most pressing of it: a doubt, that it must go back, or how it moves and was read. */
function Says(props: Props) {
  const { cup, seen, since, units, now, stale, many } = props;
  const doubt = doubtSays(cup, seen, units);
  if (doubt !== null)
    return (
      <span className="block leading-tight font-semibold text-watch" data-doubt>
        ◇ {doubt}
      </span>
    );
  const back = backIn(cup, seen, since);
  if (back !== null)
    return (
      <span className="block leading-tight font-semibold text-watch">
        {back > 0 ? `goes back in ${clock(back)}` : 'too cold to draw'}
      </span>
    );
  const told = readSays(cup, now, stale, units);
  const moving = inOven(props) ? '' : movingSays(seen, units);
  const both = many ? moving : `${moving}; ${told}`;
  return <span className="hint block leading-tight">{moving ? both : told}</span>;
}

/** A cup's heat in large, with what is to be known of it; pressed to read it. */
export function CupFigure(props: Props) {
  const { cup, seen, device, since, units, now, stale, many, onRead } = props;
  const celsius = heatNow(cup, seen, since);
  const figure = celsius === null ? null : degrees(celsius, units);
  const size = many ? 'text-[clamp(32px,3.1vw,42px)]' : 'text-[clamp(40px,4.8vw,60px)]';
  const trusted = seen !== undefined || isFresh(cup, now, stale);
  return (
    <button
      type="button"
      onClick={onRead}
      className="min-w-0 flex-1 self-start text-left"
      data-cup={cup.letter}
      data-fused={cup.fused}
      data-heat={celsius?.toFixed(2) ?? ''}
    >
      <span className="sr-only">
        Read cup {cup.letter}, {figure === null && 'not read '}
      </span>
      <span className={`figure block ${size} leading-none ${trusted ? '' : 'text-soft'}`}>
        {figure ?? '–°'}
      </span>
      <span className="mt-1 block leading-tight font-semibold">
        {inOven(props) ?? likeness(props, celsius)}
      </span>
      <Says {...props} />
      {device && <Probe device={device} units={units} now={now} />}
    </button>
  );
}
/** The instrument that stands in a cup, as it is heard. */
function Probe({ device, units, now }: { device: Device; units: ShopUnits; now: number }) {
  const says = deviceSays(device, now, deviceFigure(units));
  return (
    <span
      className={`block leading-tight ${says.wrong ? 'text-sm font-semibold text-watch' : 'hint'}`}
      data-probe
    >
      {device.standIn ? 'simulated ' : ''}
      {device.kind === 'scale' ? 'scale' : 'probe'} {says.text}
    </span>
  );
}

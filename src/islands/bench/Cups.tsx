import type { Material } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { CupGives, CupState, HeatAnswer } from '@/core/session/index.ts';
import { cupColour, heatNow } from '@/core/session/index.ts';
import type { Pin } from './HeatScale.tsx';
import { HeatScale } from './HeatScale.tsx';
import type { Device } from './useDevices.ts';
import { CupDrawing } from './CupDrawing.tsx';
import { CupFigure } from './CupFigure.tsx';

interface Props {
  cups: CupState[];
  /** the shelf, as the session knows it: what is in a cup gives it its colour */
  materials: readonly Material[];
  /** those that must come to one heat */
  matched: CupState[];
  answer: HeatAnswer | null;
  devices: Device[];
  window: { low: number; high: number };
  units: ShopUnits;
  tolerance: number;
  stale: number;
  now: number;
  onRead: (key: string) => void;
  onCup: (key: string) => void;
}

export function Cups({
  cups,
  materials,
  matched,
  answer,
  devices,
  window,
  units,
  tolerance,
  stale,
  now,
  onRead,
  onCup,
}: Props) {
  const since = answer ? Math.max(0, (now - answer.at) / 1000) : 0;
  const pins = cups.flatMap((cup): Pin[] => {
    const celsius = heatNow(cup, answer?.cups[cup.key], since);
    return celsius === null ? [] : [{ cup, celsius, seen: answer?.cups[cup.key] ?? null }];
  });
  return (
    <>
      <div className="flex gap-3">
        {cups.map((cup) => (
          <CupFigure
            key={cup.key}
            cup={cup}
            seen={answer?.cups[cup.key]}
            device={devices.find((device) => device.target?.key === cup.key)}
            since={since}
            units={units}
            now={now}
            stale={stale}
            many={cups.length > 2}
            onRead={() => onRead(cup.key)}
          />
        ))}
      </div>
      <HeatScale
        pins={pins}
        matched={matched}
        window={window}
        units={units}
        tolerance={tolerance}
      />
      <div className="mt-auto flex min-h-0 items-end gap-4">
        {cups.map((cup) => (
          <button
            key={cup.key}
            type="button"
            onClick={() => onCup(cup.key)}
            className="h-full max-h-44 min-w-0 flex-1"
            aria-label={`What is in cup ${cup.letter}`}
          >
            <CupDrawing cup={cup} colour={cupColour(cup, materials)} units={units} />
          </button>
        ))}
      </div>
    </>
  );
}

/** Heat a cup has left, in words, where it matters. */
function leftSays(left: number): { text: string; watch: boolean } {
  const share = `heat left ${Math.round(left * 100)} %`;
  if (left <= 0.25) return { text: `${share}, blend`, watch: true };
  return left <= 0.4 ? { text: `${share}, dark`, watch: true } : { text: share, watch: false };
}

function Left({ left }: { left: number }) {
  const { text, watch } = leftSays(left);
  return (
    <p className={`text-sm leading-tight ${watch ? 'font-semibold text-watch' : 'text-soft'}`}>
      {text}
    </p>
  );
}

const givesSays = ({ round }: CupGives): string =>
  round === 0 ? 'no whole shot left' : round === 1 ? '1 shot left' : `${round} shots left`;
/** How much a cup holds, what that still gives, and what it wants first. */
const holdsSays = (cup: CupState, gives: CupGives | null, units: ShopUnits): string =>
  [
    say(cup.grams / cup.density20, 'volume', units),
    gives && givesSays(gives),
    !cup.fused && 'not fused',
  ]
    .filter(Boolean)
    .join(', ');

export function CupCaptions({
  cups,
  answer,
  units,
  gives,
}: {
  cups: CupState[];
  answer: HeatAnswer | null;
  units: ShopUnits;
  gives: (cup: CupState) => CupGives | null;
}) {
  return (
    <div className="flex gap-4">
      {cups.map((cup) => (
        <div key={cup.key} className="min-w-0 flex-1">
          <p className="truncate font-bold">
            {cup.letter} {cup.name}
          </p>
          {answer?.cups[cup.key] && <Left left={answer.cups[cup.key]!.left} />}
          <p className="hint">{holdsSays(cup, gives(cup), units)}</p>
        </div>
      ))}
    </div>
  );
}

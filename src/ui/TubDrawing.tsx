/** Grams a tub of this size holds to its brim (a one-litre tub of pucks, loosely laid). */
const BRIM = 700;

/** Places of pucks in a tub, row on row from the bottom: across, share of the width. */
const ROWS = [
  [0.18, 0.5, 0.82],
  [0.32, 0.66],
  [0.2, 0.5, 0.8],
  [0.34, 0.68],
] as const;
const PUCKS = ROWS.flatMap((across, row) => across.map((x) => ({ x, row })));

/** A tub of pucks in their own colour, as many as it is full; a cup left standing as a cup. */
export function TubDrawing({
  kind,
  colour,
  grams,
  label,
}: {
  kind: 'tub' | 'cup';
  /** #rrggbb */
  colour: string;
  grams: number;
  label: string;
}) {
  const full = Math.min(1, grams / BRIM);
  const shown = grams < 1 ? 0 : Math.max(1, Math.round(full * PUCKS.length));
  return (
    <svg
      viewBox="0 0 120 96"
      className="block h-24 w-[120px] shrink-0"
      role="img"
      aria-label={label}
    >
      {kind === 'tub' ? (
        <>
          {PUCKS.slice(0, shown).map(({ x, row }) => (
            <ellipse
              key={`${x}/${row}`}
              cx={16 + x * 88}
              cy={82 - row * 17}
              rx={17}
              ry={8}
              fill={colour}
              stroke="var(--ink)"
              strokeWidth={1}
            />
          ))}
          <path d="M4 8h112M10 8l6 82h88l6-82" className="line-art" style={{ strokeWidth: 2 }} />
        </>
      ) : (
        <>
          <path
            d={`M${24 + 6 * (1 - full)} ${88 - 70 * full}L30 88H84L${90 - 6 * (1 - full)} ${88 - 70 * full}Z`}
            fill={grams < 1 ? 'none' : colour}
          />
          <path d="M20 8l4 6 6 74h54l6-74 4-6" className="line-art" style={{ strokeWidth: 2 }} />
          <path d="M89 26h6c10 0 14 8 14 18s-5 22-17 22h-6" className="line-art" />
        </>
      )}
    </svg>
  );
}

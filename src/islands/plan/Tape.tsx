import type { CupId, Plan, PlanInput, Timing } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';

const LEFT = 120;
const WIDE = 880;
const ROW = 44;

/** Hours and minutes after the start. */
const after = (seconds: number): string =>
  `${Math.floor(seconds / 3600)}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;

/**
 * The session as a length of tape, draw by draw: what is in each cup, what each barrel takes, which
 * mould is shot, what is racked.
 */
export function Tape({
  plan,
  input,
  units,
  timing,
}: {
  plan: Plan;
  input: PlanInput;
  units: ShopUnits;
  timing: Timing | null;
}) {
  const count = plan.draws.length;
  const step = WIDE / Math.max(1, count);
  const moulds = [
    ...new Map(
      input.jobs
        .flatMap((job) => job.tools.flatMap((tool) => tool.moulds))
        .map((entry) => [entry.id, entry.mould.name]),
    ),
  ];
  const colour = (id: CupId) => input.cups.find((cup) => cup.id === id)!.recipe.colour;
  const lanes = [
    ...plan.cups.map((cup) => ({ key: `c${cup.id}`, name: `Cup ${cup.letter}` })),
    { key: 'barrels', name: 'Barrels' },
    ...moulds.map(([id, name]) => ({ key: `m${id}`, name })),
    { key: 'rack', name: 'Rack' },
    { key: 'clock', name: 'Comes at' },
  ];
  // Figures need room: not every draw of many is named.
  const every = Math.max(1, Math.ceil(64 / step));
  const y = (key: string) => 8 + lanes.findIndex((lane) => lane.key === key) * ROW;
  /** what a draw takes, shot or poured */
  const takenBy = (draw: Plan['draws'][number]) => [...(draw.poured ?? []), ...draw.barrels];
  const most = Math.max(...plan.draws.flatMap((draw) => takenBy(draw).map((barrel) => barrel.ml)));
  const makes = new Map(plan.runs.map((run) => [run.key, run.makes ?? 'bait']));
  let racked = 0;
  return (
    <figure
      className="mt-4 overflow-x-auto"
      tabIndex={0}
      role="region"
      aria-label="The tape of draws"
    >
      <svg
        viewBox={`0 0 ${LEFT + WIDE + 8} ${lanes.length * ROW + 12}`}
        className="block w-full min-w-[640px]"
        role="img"
        aria-label={`${count} draws in order`}
      >
        {lanes.map((lane) => (
          <g key={lane.key}>
            <text x="0" y={y(lane.key) + 26} fontSize="15" fontWeight="700" fill="var(--ink)">
              {lane.name.length > 15 ? `${lane.name.slice(0, 14)}…` : lane.name}
            </text>
            <path d={`M0 ${y(lane.key) + 40}H${LEFT + WIDE}`} stroke="var(--rule)" />
          </g>
        ))}
        {plan.cups.map((cup) => {
          const takes = plan.draws
            .map((draw, i) => ({
              i,
              ml: takenBy(draw)
                .filter((barrel) => barrel.cup === cup.id)
                .reduce((sum, barrel) => sum + barrel.ml, 0),
            }))
            .filter((other) => other.ml > 0);
          // Tips are dipped after the last draw: their cup has no part in one.
          if (takes.length === 0)
            return (
              <text key={cup.id} x={LEFT} y={y(`c${cup.id}`) + 26} fontSize="14" fill="var(--soft)">
                for dipping, after
              </text>
            );
          const total = takes.reduce((sum, take) => sum + take.ml, 0);
          let gone = 0;
          const points = takes.map((take) => {
            const top = 32 * (1 - gone / total);
            gone += take.ml;
            return (
              `${LEFT + take.i * step},${y(`c${cup.id}`) + 36 - top} ` +
              `${LEFT + (take.i + 1) * step},${y(`c${cup.id}`) + 36 - 32 * (1 - gone / total)}`
            );
          });
          const [first, last] = [takes[0]!.i, takes.at(-1)!.i];
          return (
            <g key={cup.id}>
              <path
                d={
                  `M${LEFT + first * step} ` +
                  `${y(`c${cup.id}`) + 36}L${points.join(' L').replaceAll(',', ' ')}L${LEFT + (last + 1) * step} ` +
                  `${y(`c${cup.id}`) + 36}Z`
                }
                fill={colour(cup.id)}
              />
              <rect
                x={LEFT + first * step}
                y={y(`c${cup.id}`) + 4}
                width={(last - first + 1) * step}
                height="32"
                className="line-art"
              />
              {cup.charges.slice(1).map((ch) => (
                <path
                  key={ch.beforeDraw}
                  d={`M${LEFT + (ch.beforeDraw - 1) * step} ${y(`c${cup.id}`) - 2}v40`}
                  stroke="var(--watch)"
                  strokeWidth="2.5"
                />
              ))}
            </g>
          );
        })}
        {plan.draws.map((draw, i) => {
          const served = plan.shots.filter((shot) => draw.shots.includes(shot.n));
          const whole = served.filter(
            (shot) => plan.draws.filter((draw) => draw.shots.includes(shot.n)).at(-1) === draw,
          );
          racked += whole
            .filter((shot) => !shot.trial && makes.get(shot.job) === 'bait')
            .reduce((sum, shot) => sum + shot.baits, 0);
          const width = Math.max(3, step - 4);
          const all = takenBy(draw);
          const bw = width / all.length;
          return (
            <g key={draw.n}>
              {all.map((barrel, k) => {
                const height = 32 * (barrel.ml / most);
                return (
                  <rect
                    key={barrel.layer}
                    x={LEFT + i * step + 2 + k * bw}
                    y={y('barrels') + 36 - height}
                    width={Math.max(1, bw - 1)}
                    height={height}
                    fill={colour(barrel.cup)}
                    stroke="var(--ink)"
                  >
                    <title>
                      {`${draw.barrels.length > 0 ? 'draw' : 'pour'} ${draw.n}: ` +
                        `${say(barrel.ml, 'volume', units, 1)}`}
                    </title>
                  </rect>
                );
              })}
              {served.map((shot) => (
                <g key={shot.n}>
                  <rect
                    x={LEFT + i * step + 2}
                    y={y(`m${shot.mould}`) + 4}
                    width={width}
                    height="32"
                    className="line-art"
                    strokeDasharray={shot.trial ? '3 3' : undefined}
                  />
                  <path
                    d={
                      `M${LEFT + i * step + 2} ${y(`m${shot.mould}`) + 4}L${LEFT + i * step + 2 + width} ` +
                      `${y(`m${shot.mould}`) + 36}H${LEFT + i * step + 2}Z`
                    }
                    fill={colour(all[0]!.cup)}
                    opacity={draw.cavities ? 0.5 : 1}
                  />
                </g>
              ))}
              {timing?.draws[i] && i % every === 0 && (
                <text
                  x={LEFT + i * step + 2}
                  y={y('clock') + 26}
                  fontSize="14"
                  fill="var(--ink)"
                  fontFamily="var(--font-mono)"
                >
                  {after(timing.draws[i].mid)}
                  <title>{`${after(timing.draws[i].low)} to ${after(timing.draws[i].high)} after the start`}</title>
                </text>
              )}
              {whole.length > 0 && racked > 0 && step > 22 && (
                <text
                  x={LEFT + (i + 0.5) * step}
                  y={y('rack') + 26}
                  textAnchor="middle"
                  fontSize="14"
                  fill="var(--soft)"
                  fontFamily="var(--font-mono)"
                >
                  {racked}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption className="hint">
        Draw by draw, left to right; the last figure in the rack is what will lie there.{' '}
        {timing &&
          'Hours and minutes after the start; the last draw comes ' +
            `${after(timing.draws.at(-1)?.low ?? 0)} to ${after(timing.draws.at(-1)?.high ?? 0)} ` +
            'after it, eight in ten. '}
        {plan.cups.some((cup) => cup.charges.length > 1)
          ? 'An upright line is where a cup is charged again.'
          : ''}
      </figcaption>
    </figure>
  );
}

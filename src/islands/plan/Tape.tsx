import type { Plan, PlanInput, Timing } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';

const X = 120;
const W = 880;
const ROW = 44;

/** Hours and minutes after the start. */
const after = (seconds: number): string =>
  `${Math.floor(seconds / 3600)}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;

/** The session as a length of tape, draw by draw: what is in each cup, what each barrel takes, which mould is shot, what is racked. */
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
  const n = plan.draws.length;
  const step = W / Math.max(1, n);
  const moulds = [
    ...new Map(
      input.jobs.flatMap((j) => j.tools.flatMap((t) => t.moulds)).map((m) => [m.id, m.mould.name]),
    ),
  ];
  const colour = (mix: number) => input.cups.find((c) => c.mix === mix)!.recipe.colour;
  const lanes = [
    ...plan.cups.map((c) => ({ key: `c${c.mix}`, name: `Cup ${c.letter}` })),
    { key: 'barrels', name: 'Barrels' },
    ...moulds.map(([id, name]) => ({ key: `m${id}`, name })),
    { key: 'rack', name: 'Rack' },
    { key: 'clock', name: 'Comes at' },
  ];
  // Figures need room: not every draw of many is named.
  const every = Math.max(1, Math.ceil(64 / step));
  const y = (key: string) => 8 + lanes.findIndex((l) => l.key === key) * ROW;
  /** what a draw takes, shot or poured */
  const takenBy = (d: Plan['draws'][number]) => [...(d.poured ?? []), ...d.barrels];
  const most = Math.max(...plan.draws.flatMap((d) => takenBy(d).map((b) => b.ml)));
  const makes = new Map(plan.runs.map((r) => [r.key, r.makes ?? 'bait']));
  let racked = 0;
  return (
    <figure
      className="mt-4 overflow-x-auto"
      tabIndex={0}
      role="region"
      aria-label="The tape of draws"
    >
      <svg
        viewBox={`0 0 ${X + W + 8} ${lanes.length * ROW + 12}`}
        className="block w-full min-w-[640px]"
        role="img"
        aria-label={`${n} draws in order`}
      >
        {lanes.map((l) => (
          <g key={l.key}>
            <text x="0" y={y(l.key) + 26} fontSize="15" fontWeight="700" fill="var(--ink)">
              {l.name.length > 15 ? `${l.name.slice(0, 14)}…` : l.name}
            </text>
            <path d={`M0 ${y(l.key) + 40}H${X + W}`} stroke="var(--rule)" />
          </g>
        ))}
        {plan.cups.map((c) => {
          const takes = plan.draws
            .map((d, i) => ({
              i,
              ml: takenBy(d)
                .filter((b) => b.mix === c.mix)
                .reduce((s, b) => s + b.ml, 0),
            }))
            .filter((t) => t.ml > 0);
          // Tips are dipped after the last draw: their cup has no part in one.
          if (takes.length === 0)
            return (
              <text key={c.mix} x={X} y={y(`c${c.mix}`) + 26} fontSize="14" fill="var(--soft)">
                for dipping, after
              </text>
            );
          const total = takes.reduce((s, t) => s + t.ml, 0);
          let gone = 0;
          const points = takes.map((t) => {
            const top = 32 * (1 - gone / total);
            gone += t.ml;
            return `${X + t.i * step},${y(`c${c.mix}`) + 36 - top} ${X + (t.i + 1) * step},${y(`c${c.mix}`) + 36 - 32 * (1 - gone / total)}`;
          });
          const [first, last] = [takes[0]!.i, takes.at(-1)!.i];
          return (
            <g key={c.mix}>
              <path
                d={`M${X + first * step} ${y(`c${c.mix}`) + 36}L${points.join(' L').replaceAll(',', ' ')}L${X + (last + 1) * step} ${y(`c${c.mix}`) + 36}Z`}
                fill={colour(c.mix)}
              />
              <rect
                x={X + first * step}
                y={y(`c${c.mix}`) + 4}
                width={(last - first + 1) * step}
                height="32"
                className="line-art"
              />
              {c.charges.slice(1).map((ch) => (
                <path
                  key={ch.beforeDraw}
                  d={`M${X + (ch.beforeDraw - 1) * step} ${y(`c${c.mix}`) - 2}v40`}
                  stroke="var(--watch)"
                  strokeWidth="2.5"
                />
              ))}
            </g>
          );
        })}
        {plan.draws.map((d, i) => {
          const served = plan.shots.filter((s) => d.shots.includes(s.n));
          const whole = served.filter(
            (s) => plan.draws.filter((x) => x.shots.includes(s.n)).at(-1) === d,
          );
          racked += whole
            .filter((s) => !s.trial && makes.get(s.job) === 'bait')
            .reduce((sum, s) => sum + s.baits, 0);
          const w = Math.max(3, step - 4);
          const all = takenBy(d);
          const bw = w / all.length;
          return (
            <g key={d.n}>
              {all.map((b, k) => {
                const h = 32 * (b.ml / most);
                return (
                  <rect
                    key={b.layer}
                    x={X + i * step + 2 + k * bw}
                    y={y('barrels') + 36 - h}
                    width={Math.max(1, bw - 1)}
                    height={h}
                    fill={colour(b.mix)}
                    stroke="var(--ink)"
                  >
                    <title>{`${d.barrels.length > 0 ? 'draw' : 'pour'} ${d.n}: ${say(b.ml, 'volume', units, 1)}`}</title>
                  </rect>
                );
              })}
              {served.map((s) => (
                <g key={s.n}>
                  <rect
                    x={X + i * step + 2}
                    y={y(`m${s.mould}`) + 4}
                    width={w}
                    height="32"
                    className="line-art"
                    strokeDasharray={s.trial ? '3 3' : undefined}
                  />
                  <path
                    d={`M${X + i * step + 2} ${y(`m${s.mould}`) + 4}L${X + i * step + 2 + w} ${y(`m${s.mould}`) + 36}H${X + i * step + 2}Z`}
                    fill={colour(all[0]!.mix)}
                    opacity={d.cavities ? 0.5 : 1}
                  />
                </g>
              ))}
              {timing?.draws[i] && i % every === 0 && (
                <text
                  x={X + i * step + 2}
                  y={y('clock') + 26}
                  fontSize="14"
                  fill="var(--ink)"
                  fontFamily="var(--font-mono)"
                >
                  {after(timing.draws[i]!.mid)}
                  <title>{`${after(timing.draws[i]!.low)} to ${after(timing.draws[i]!.high)} after the start`}</title>
                </text>
              )}
              {whole.length > 0 && racked > 0 && step > 22 && (
                <text
                  x={X + (i + 0.5) * step}
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
          `Hours and minutes after the start; the last draw comes ${after(timing.draws.at(-1)?.low ?? 0)} to ${after(timing.draws.at(-1)?.high ?? 0)} after it, eight in ten. `}
        {plan.cups.some((c) => c.charges.length > 1)
          ? 'An upright line is where a cup is charged again.'
          : ''}
      </figcaption>
    </figure>
  );
}

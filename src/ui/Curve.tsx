import { CategoryScale, Chart, Filler, LinearScale, LineElement, PointElement } from 'chart.js';
import { useEffect, useState } from 'react';
import { Line } from 'react-chartjs-2';

Chart.register(CategoryScale, LinearScale, PointElement, LineElement, Filler);

interface Point {
  x: number;
  y: number;
  low: number;
  high: number;
}
interface Props {
  points: Point[];
  x: string;
  y: string;
  /** levels to rule across, with their names */
  levels?: { at: number; name: string }[];
  /** where the numbers beside the curve are read, on x */
  at?: number;
  label: string;
}

const INKS = ['--ink', '--soft', '--rule'] as const;
/** The ground's inks, read again when the ground is turned. */
function useInks(): Record<(typeof INKS)[number], string> {
  const read = () =>
    Object.fromEntries(
      INKS.map((ink) => [
        ink,
        typeof document === 'undefined'
          ? '#888'
          : getComputedStyle(document.documentElement).getPropertyValue(ink).trim(),
      ]),
    ) as Record<(typeof INKS)[number], string>;
  const [inks, setInks] = useState(read);
  useEffect(() => {
    const again = new MutationObserver(() => setInks(read()));
    again.observe(document.documentElement, { attributes: true, attributeFilter: ['data-ground'] });
    return () => again.disconnect();
  }, []);
  return inks;
}

/** A curve with its range: a forecast never stands alone. */
export function Curve({ points, x: text, y: word, levels = [], at, label }: Props) {
  const inks = useInks();
  const [ink, soft, rule] = [inks['--ink'], inks['--soft'], inks['--rule']];
  const [from, to] = [points[0]?.x ?? 0, points.at(-1)?.x ?? 1];
  const line = (data: { x: number; y: number }[], extra: object) => ({
    data,
    borderColor: ink,
    borderWidth: 0,
    pointRadius: 0,
    tension: 0,
    ...extra,
  });
  const font = { family: getComputedStyle(document.body).fontFamily, size: 13 };
  const axis = (text: string) => ({
    type: 'linear' as const,
    title: { display: true, text, color: soft, font },
    ticks: { color: soft, includeBounds: false, maxTicksLimit: 8, font },
    grid: { color: rule, lineWidth: 0.5 },
    border: { color: ink },
  });
  return (
    <div style={{ height: 230 }}>
      <Line
        aria-label={label}
        data={{
          datasets: [
            line(
              points.map((point) => ({ x: point.x, y: point.high })),
              { fill: '+1', backgroundColor: `color-mix(in srgb, ${soft} 22%, transparent)` },
            ),
            line(
              points.map((point) => ({ x: point.x, y: point.low })),
              {},
            ),
            line(
              points.map((point) => ({ x: point.x, y: point.y })),
              { borderWidth: 2.5 },
            ),
            ...levels.map((level) =>
              line(
                [
                  { x: from, y: level.at },
                  { x: to, y: level.at },
                ],
                { borderWidth: 1.25, borderDash: [5, 4], borderColor: soft },
              ),
            ),
            ...(at === undefined
              ? []
              : [
                  line(
                    points
                      .filter((point) => point.x <= at)
                      .slice(-1)
                      .map((point) => ({ x: point.x, y: point.y })),
                    { pointRadius: 5, pointBackgroundColor: ink },
                  ),
                ]),
          ],
        }}
        options={{
          animation: false,
          responsive: true,
          maintainAspectRatio: false,
          events: [],
          plugins: { legend: { display: false }, tooltip: { enabled: false } },
          scales: { x: { ...axis(text), min: from, max: to }, y: axis(word) },
        }}
      />
      {levels.length > 0 && (
        <p className="hint">dashed: {levels.map((level) => level.name).join(', ')}</p>
      )}
    </div>
  );
}

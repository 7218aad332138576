import { clock } from '@/core/quantity/format.ts';
import { listen } from './live.ts';
import { oncePainted } from './painted.ts';
import { shopNow } from './shopClock.ts';

interface Line {
  session: number;
  seq: number;
  cups: { letter: string; text: string }[];
  due: { at: number; what: string } | null;
}

/**
 * Keeps the thin line at the top alive: the countdown every second, the rest whenever the session
 * moves on.
 */
export function watchClockLine(host: HTMLElement): void {
  let line = JSON.parse(host.dataset.line ?? 'null') as Line | null;
  if (!line) return;
  const cups = host.querySelector('[data-cups]')!;
  const due = host.querySelector('[data-due]')!;
  const draw = () => {
    if (!line) return;
    due.textContent = line.due
      ? `${line.due.what} ${line.due.at > shopNow() ? `in ${clock((line.due.at - shopNow()) / 1000)}` : 'now'}`
      : '';
  };
  const refresh = async () => {
    try {
      line = (await (await fetch('/api/running')).json()) as Line | null;
      if (!line) return location.reload();
      cups.replaceChildren(
        ...line.cups.map((cup) => {
          const one = document.createElement('span');
          const figure = document.createElement('b');
          figure.className = 'figure';
          figure.textContent = cup.text;
          one.append(`${cup.letter} `, figure);
          return one;
        }),
      );
      draw();
    } catch {
      // The next event tries again.
    }
  };
  const { session, seq } = line;
  oncePainted(() => listen({ session, after: seq }, () => void refresh()));
  draw();
  setInterval(draw, 1000);
}

import { Dialog } from '@/ui/Dialog.tsx';
import { DeviceWays } from './DeviceWays.tsx';

const KEYS: [string, string][] = [
  ['Space, Enter, pedal', 'the big action'],
  ['T', 'a reading'],
  ['A', 'what goes into the cups'],
  ['P', 'the cup in hand: from a tub, pour off'],
  ['X', 'trouble'],
  ['U', 'undo the last thing'],
  ['O', 'another step, or skip this one'],
  ['C', 'change the session'],
  ['E', 'the tape: when it ends'],
  ['S', 'say the sentence'],
  ['1–9', 'touch that cavity; digits of a reading; else what is offered beside the big action'],
  ['← →', 'next cavity'],
  ['↑ ↓', 'another mark'],
  ['M', 'mark the cavity in hand'],
  ['R, F, L', 'mark its row; it and all after it; all as the last shot'],
  ['G, J, H', 'it felt still soft, just firm, hard'],
  ['?', 'these keys'],
];
export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title="Keys and signals of the bench">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="figure">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <DeviceWays />
    </Dialog>
  );
}

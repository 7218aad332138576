import { DEVICE_KINDS } from '@/core/device/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say, show } from '@/core/quantity/index.ts';
import type { Device } from './useDevices.ts';
import { deviceSays } from './useDevices.ts';
import { Wrong } from '@/ui/Wrong.tsx';

export const deviceFigure =
  (units: ShopUnits) =>
  (device: Device): string =>
    device.kind === 'thermometer'
      ? `${show(device.value!, 'temperature', units, 1).number}°`
      : device.kind === 'scale'
        ? say(device.value!, 'mass', units, 1)
        : device.kind === 'gauge'
          ? `${device.value!.toFixed(1)} inHg`
          : device.value === 1
            ? 'pressed'
            : 'up';

/**
 * Instruments that can stand in what is being read: one tap puts one there, another takes it out.
 */
export function Instruments({
  devices,
  session,
  target,
  units,
  now,
  wrong,
  onPlace,
}: {
  devices: Device[];
  session: number;
  target: { kind: string; key: string; name: string };
  units: ShopUnits;
  now: number;
  wrong: string;
  onPlace: (id: number, target: { kind: string; key: string } | null) => void;
}) {
  const fitting = devices.filter((device) =>
    (DEVICE_KINDS[device.kind].targets as readonly string[]).includes(target.kind),
  );
  if (fitting.length === 0) return null;
  return (
    <div role="group" aria-label="Instruments" className="mt-3">
      <p className="hint">Instruments</p>
      <div className="flex flex-wrap gap-2">
        {fitting.map((device) => {
          const here =
            device.session === session &&
            device.target?.kind === target.kind &&
            device.target.key === target.key;
          const says = deviceSays(device, now, deviceFigure(units));
          return (
            <button
              key={device.id}
              type="button"
              aria-pressed={here}
              className={`act min-h-16 ${here ? 'act-main' : ''}`}
              onClick={() =>
                onPlace(device.id, here ? null : { kind: target.kind, key: target.key })
              }
            >
              {device.name} <b className="figure">{says.text}</b>{' '}
              {here ? `is in ${target.name}` : ''}
            </button>
          );
        })}
      </div>
      <Wrong>{wrong}</Wrong>
    </div>
  );
}

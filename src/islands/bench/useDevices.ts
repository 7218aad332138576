import { useEffect, useRef, useState } from 'react';
import type { DeviceKind, Flag } from '@/core/device/index.ts';
import { FLAGS } from '@/core/device/index.ts';
import { call } from '@/ui/api.ts';
import { listen } from '@/ui/live.ts';
import { shopNow } from '@/ui/shopClock.ts';

export interface Device {
  id: number;
  name: string;
  kind: DeviceKind;
  /** it speaks for an instrument nobody has: its figures are simulated */
  standIn?: boolean;
  session: number | null;
  target: { kind: string; key: string } | null;
  value: number | null;
  /** ms, the shop's clock, when it was last heard here */
  at: number | null;
  flag: Flag | null;
}

/**
 * A reading taken so lately comes from an instrument that is alive; clocks of bench and shop may
 * differ, ms.
 */
const LATELY = 15 * 60_000;

/**
 * Instruments as they are heard now, and how to put one somewhere. A press of a pedal is an act of
 * its own.
 */
export function useDevices(
  session: number,
  onPedal: () => void,
): {
  devices: Device[];
  place: (id: number, target: { kind: string; key: string } | null) => void;
  wrong: string;
} {
  const [devices, setDevices] = useState<Device[]>([]);
  const [wrong, setWrong] = useState('');
  const pedal = useRef(onPedal);
  useEffect(() => void (pedal.current = onPedal));
  useEffect(() => {
    const hear = (told: unknown) => {
      const { gone, moved, ...heard } = told as Device & { gone?: boolean; moved?: boolean };
      // A list of what there is, or a move, is no reading: it was heard when it was heard.
      const fresh = moved === undefined && heard.at !== null && shopNow() - heard.at < LATELY;
      const said = { ...heard, at: fresh ? shopNow() : heard.at };
      setDevices((held) =>
        [...held.filter((device) => device.id !== said.id), ...(gone ? [] : [said])].sort(
          (one, other) => one.id - other.id,
        ),
      );
      if (moved !== undefined || gone) return;
      if (
        said.kind === 'pedal' &&
        said.value === 1 &&
        said.flag === null &&
        (said.session === null || said.session === session)
      )
        pedal.current();
    };
    return listen('devices', hear);
  }, [session]);
  const place = (id: number, target: Device['target']) => {
    void call('PUT', `/api/devices/${id}/binding`, target && { session, target }).then((reply) => {
      setWrong(reply.ok ? '' : reply.message);
      if (reply.ok)
        setDevices((held) =>
          held.map((device) =>
            device.id === id ? { ...device, session: target && session, target } : device,
          ),
        );
    });
  };
  return { devices, place, wrong };
}

/** An instrument not heard for so long has dropped out, ms. */
const SILENT = 6_000;
/**
 * What an instrument of a kind shows now: the one that stands there, or one that stands nowhere;
 * null = none is heard.
 */
export function heard(
  devices: Device[],
  { kind, session, now, key }: { kind: DeviceKind; session: number; now: number; key: string },
): number | null {
  const live = devices.filter(
    (device) =>
      device.kind === kind &&
      device.value !== null &&
      (device.flag === null || FLAGS[device.flag].used) &&
      device.at !== null &&
      now - device.at < SILENT,
  );
  return (
    (
      live.find((device) => device.session === session && device.target?.key === key) ??
      live.find((device) => device.session === null)
    )?.value ?? null
  );
}

/** What a screen says of an instrument: its figure, or what is wrong with it. */
export function deviceSays(
  device: Device,
  now: number,
  figure: (device: Device) => string,
): { text: string; wrong: boolean } {
  if (device.at === null || device.value === null) return { text: 'not heard yet', wrong: true };
  if (now - device.at > SILENT)
    return { text: `silent for ${Math.round((now - device.at) / 1000)} s`, wrong: true };
  if (device.flag && !FLAGS[device.flag].used)
    return { text: `${figure(device)}: ${FLAGS[device.flag].says}`, wrong: true };
  return { text: figure(device), wrong: false };
}

import { list } from '@/store/catalogue.ts';
import { allDevices } from '@/store/devices.ts';

/** Names of what lessons are of, by their keys; null for what is of the shop as one, or is gone. */
export async function namesOfLearned(): Promise<(key: string) => string | null> {
  const [ovens, moulds, vessels, devices] = await Promise.all([
    list('ovens'),
    list('moulds'),
    list('vessels'),
    allDevices(),
  ]);
  const named = (entries: { id: number; spec: { name: string } }[]) =>
    new Map(entries.map((entry) => [String(entry.id), entry.spec.name]));
  const names: Record<string, Map<string, string>> = {
    oven: named(ovens),
    mould: named(moulds),
    cup: named(vessels),
    probe: new Map(devices.map((device) => [String(device.id), device.name])),
  };
  return (key) => {
    const [kind, id] = key.split('/') as [string, string | undefined];
    return names[kind]?.get(id ?? '') ?? null;
  };
}

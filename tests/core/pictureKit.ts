import { BUILDS } from '@/core/build/index.ts';
import { lookOf } from '@/core/colour/index.ts';
import { sceneOf } from '@/core/picture/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';

export const look = (name: string) =>
  lookOf(
    ALL_MIXES.find((mix) => mix.name === name)!,
    MATERIALS,
  );
export const eel = { outline: 'eel', profile: null, length: 95, volume: 7 };
export const dual = sceneOf(eel, BUILDS.dual, (layer) =>
  look(layer.key === 'back' ? 'Mackerel slate' : 'Brackish clear'),
);

import type { Decide } from '../atBench.ts';

export const finish: Decide = ({ state }) => {
  const shots = [...state.shots.values()].filter(
    (shot) => !shot.trial && shot.stage.makes === 'bait',
  ).length;
  return [
    {
      key: 'finish',
      target: 'session',
      sentence: `All ${shots} shots are on the rack. Finish and count`,
      detail: 'Good baits go to their lines, what is over to stock. Switch off plates and guns.',
      label: 'Finish the session',
      send: { kind: 'finished', payload: {} },
    },
  ];
};

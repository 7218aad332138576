/**
 * Grades a shop buys. Density at 20 °C in g/mL; floating and sinking are filled by the supplier.
 */
export const GRADES = {
  soft: { name: 'Soft', density20: 1.03, for: 'small baits with fine tails' },
  medium: { name: 'Medium', density20: 1.03, for: 'most baits' },
  hard: {
    name: 'Hard',
    density20: 1.03,
    for: 'tiny baits that must stay on the hook, and big ones',
  },
  floating: { name: 'Floating', density20: 0.96, for: 'swimbaits' },
  sinking: { name: 'Sinking', density20: 1.12, for: 'baits that must go down unweighted' },
} as const;

export type Grade = keyof typeof GRADES;

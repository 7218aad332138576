/**
 * The open book: [customer, days from today, [bait, colourway, count, pack][], name of an assorted
 * line]
 */
export const ORDERS: {
  customer: string;
  note: string;
  lines: { in: number; pack: number; name?: string; parts: [string, string, number][] }[];
}[] = [
  {
    customer: 'Breakwater Tackle',
    note: 'Trade packs of six, named bags.',
    lines: [
      { in: 4, pack: 6, parts: [['Slip eel 95', 'Bilge moss over oyster lint', 48]] },
      { in: 4, pack: 6, parts: [['Culvert prawn', 'Cockle blush', 36]] },
      { in: 11, pack: 6, parts: [['Slip eel 95', 'Rust bell over lamp oil', 30]] },
    ],
  },
  {
    customer: 'Coble Charters',
    note: '',
    lines: [
      { in: 7, pack: 1, parts: [['Staithe sprat', 'Mackerel slate over oyster lint', 24]] },
      { in: 7, pack: 10, parts: [['Withy rag', 'Rust bell', 40]] },
    ],
  },
  {
    customer: 'Web shelf',
    note: 'Stock for the page.',
    lines: [
      { in: 9, pack: 5, parts: [['Slip eel 95', 'Mackerel slate over oyster lint', 60]] },
      {
        in: 17,
        pack: 8,
        name: 'Assorted estuary pack',
        parts: [
          ['Culvert prawn', 'Brackish clear', 24],
          ['Withy rag', 'Rust bell', 16],
          ['Sandbar dab', 'Lamp oil', 24],
        ],
      },
    ],
  },
  {
    customer: 'Groyne End Anglers',
    note: 'Wants the same brown as last year.',
    lines: [
      { in: 17, pack: 12, parts: [['Sandbar dab', 'Lamp oil', 96]] },
      { in: 2, pack: 1, parts: [['Slip eel 120', 'Tarred rope over lamp oil', 8]] },
      { in: 24, pack: 1, parts: [['Slip eel 95', 'Harbour dusk, belly not chosen', 20]] },
    ],
  },
];

/** Evenings of the past: what was shot for whom. */
export const PAST: { customer: string; parts: [string, string, number][] }[] = [
  { customer: 'Breakwater Tackle', parts: [['Slip eel 95', 'Bilge moss over oyster lint', 60]] },
  {
    customer: 'Web shelf',
    parts: [
      ['Slip eel 95', 'Mackerel slate over oyster lint', 48],
      ['Culvert prawn', 'Cockle blush', 36],
    ],
  },
  { customer: 'Coble Charters', parts: [['Staithe sprat', 'Mackerel slate over oyster lint', 40]] },
  { customer: 'Groyne End Anglers', parts: [['Sandbar dab', 'Lamp oil', 96]] },
  {
    customer: 'Web shelf',
    parts: [
      ['Withy rag', 'Rust bell', 32],
      ['Slip eel 120', 'Tarred rope over lamp oil', 8],
    ],
  },
  { customer: 'Breakwater Tackle', parts: [['Slip eel 95', 'Rust bell over lamp oil', 64]] },
];

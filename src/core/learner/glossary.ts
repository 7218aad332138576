/** A word of the trade: what it is, in a sentence that leans on no other word of it unexplained. */
export interface Word {
  word: string;
  says: string;
}

/** Words of the trade as Twin Shot has them (handbook §9 and §2 to §5), by what they are known by. */
export const GLOSSARY = {
  plastisol: {
    word: 'plastisol',
    says: 'PVC dust in a liquid softener: white and runny cold, a soft solid once it has been hot enough.',
  },
  grade: { word: 'grade', says: 'How hard a plastisol comes out, or whether it floats or sinks.' },
  mix: { word: 'mix', says: 'One colour, with all that goes into it and how much of each.' },
  cup: { word: 'cup', says: 'The vessel a mix is cooked in and drawn from.' },
  charge: { word: 'charge', says: 'What is in a cup at one time.' },
  fusion: {
    word: 'fusion',
    says: 'Raw plastic becoming one: it must be this hot once, about 177 °C, or the bait stays gooey.',
  },
  heats: {
    word: 'heats',
    says: 'Trips to fusion a charge has made. Each spends some of what it stands.',
  },
  draw: { word: 'draw', says: 'Filling the injector’s barrels from the cups.' },
  shot: { word: 'shot', says: 'Filling one mould once.' },
  trial: { word: 'trial shot', says: 'A shot to see, counted apart from those that are sold.' },
  window: {
    word: 'window',
    says: 'The heats a shot may have: below it comes short, above it dents and yellows.',
  },
  match: { word: 'match', says: 'Bringing several cups to one heat, last of all before the draw.' },
  port: { word: 'port', says: 'The hole in a mould where the injector stands.' },
  sprue: { word: 'sprue', says: 'The plug of plastic that is left in the port.' },
  runner: {
    word: 'runner',
    says: 'The channel from the port to the cavities, and the plastic in it.',
  },
  gate: { word: 'gate', says: 'The narrow place where a runner enters a cavity.' },
  block: { word: 'block', says: 'The metal that joins two or three barrels to one port.' },
  yoke: { word: 'yoke', says: 'What ties plungers together, so that they move as one.' },
  top: { word: 'TOP', says: 'The half of a mould that gets the back’s colour.' },
  cavity: { word: 'cavity', says: 'The hollow one bait is shot in.' },
  insert: {
    word: 'insert',
    says: 'A tail or a shell shot before, laid into another mould and shot on to.',
  },
  rod: {
    word: 'core rod',
    says: 'A pin that keeps the middle of a shell empty, for another colour.',
  },
  hold: { word: 'hold', says: 'Keeping the pressure on for some seconds once a mould is full.' },
  topOff: { word: 'top-off', says: 'Filling the sprue again as the plastic shrinks.' },
  heel: { word: 'heel', says: 'What stays in barrel, tip and block after a shot.' },
  purge: { word: 'purge', says: 'What is pushed out before a shot, with the air.' },
  plug: { word: 'plug', says: 'What set in the block: its end shows how the shot came.' },
  short: { word: 'short', says: 'A bait that did not fill.' },
  usable: { word: 'usable', says: 'A bait that is ugly and fishes all the same.' },
  second: { word: 'second', says: 'A bait that is not sold: melted again.' },
  puck: { word: 'puck', says: 'Remelt that has set, kept for another day.' },
  rack: { word: 'rack', says: 'Where baits lie flat and cure.' },
  cure: { word: 'cure', says: 'A day or two at rest before bagging: baits get springier.' },
  pack: { word: 'pack', says: 'So many baits in one bag.' },
  build: {
    word: 'build',
    says: 'How a bait is shot: in how many colours, in what order, through which block.',
  },
  colourway: { word: 'colourway', says: 'Which mix lies where on a bait.' },
  session: { word: 'session', says: 'One go at the bench, from waking the plastic to counting.' },
} as const satisfies Record<string, Word>;

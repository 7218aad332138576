/**
 * What can be wrong with a request: what each code means, and what helps. A problem's `type` leads
 * to its line on `/docs/problems`.
 */
export const PROBLEMS = {
  invalid: {
    means: 'What was sent is not of the kind that is taken here; `field` says where.',
    then: 'Put that right and send it again. Nothing was changed.',
  },
  missing: {
    means: 'There is no such thing, or it was taken out meanwhile.',
    then: 'Look at its list: what was retired can be brought back.',
  },
  changed: {
    means: 'Somebody else changed it after it was read; `now` is how it stands, with its version.',
    then: 'Put both together, and send that with the new version.',
  },
  'version-wanted': {
    means: 'A change must say which version it was made from.',
    then: 'Read it first, and send its ETag as If-Match.',
  },
  'name-taken': {
    means: 'Another of that list has this name; one that is retired counts.',
    then: 'Choose another name, or bring the other back.',
  },
  misfit: {
    means: 'Each part is sound, but they do not go together.',
    then: 'The sentence says which: a build that cannot be shot, cavities that lie in each other.',
  },
  'still-used': {
    means: 'Something else still needs it.',
    then: 'Take it out there first, or leave it.',
  },
  'too-many': {
    means: 'More than there is, or more at once than is taken.',
    then: 'The sentence says how many there are.',
  },
  why: {
    means: 'What is put right afterwards wants a reason.',
    then: 'Send `why`, in a few words.',
  },
  'no-rows': {
    means: 'A file had nothing in it that could be taken.',
    then: 'Its first line names the columns; there must be another.',
  },
  unreadable: {
    means: 'A file is not what it should be, or is broken.',
    then: 'The sentence says what was looked for.',
  },
  'too-large': {
    means: 'More bytes than are taken here.',
    then: 'Send less at once.',
  },
  taken: {
    means: 'Another instrument stands there already.',
    then: 'Take that one out first.',
  },
  'wrong-key': {
    means: 'An instrument’s key is not one of this shop’s, or was taken back.',
    then: 'Make it anew on the Shop page, and give it the new key.',
  },
  'no-key': {
    means: 'An instrument sent no key.',
    then: 'Send it as `Authorization: Bearer …`.',
  },
  'other-shop': {
    means: 'The page is of another of this machine’s shops than the one that is open.',
    then: 'Load the page again, or open that shop: what was recorded is kept for it.',
  },
  begun: {
    means: 'A shop is set up once, while it has nothing to shoot.',
    then: 'Put what is new into its own list.',
  },
  'one-shop': {
    means: 'This Twin Shot serves one shop only.',
    then: 'Start it on its own machine with npm start -- --empty, or -- --demo.',
  },
  'stand-in': {
    means: 'Simulated instruments speak only in the demo shop.',
    then: 'Give a real one a key of its own.',
  },
  'sign-in': {
    means: 'Nobody is signed in here, and this shop wants to know who it is.',
    then: 'Sign in, or pair this tablet.',
  },
  'may-not': {
    means: 'Whoever is signed in may not do this.',
    then: 'Ask the owner for another role.',
  },
  'not-known': {
    means: 'Name and password, or a code, do not belong together.',
    then: 'Try again; too many tries are slowed down.',
  },
  'last-owner': {
    means: 'Nobody could run the shop after that.',
    then: 'Make another owner first.',
  },
  'no-owner': {
    means: 'On a network nothing is served before the shop has an owner.',
    then: 'Make one on the shop’s own machine: npm run owner -- NAME.',
  },
  'too-fast': {
    means: 'More requests, or more guesses, than anybody needs.',
    then: 'Wait as long as Retry-After says.',
  },
  'other-host': {
    means: 'This name is not one the shop goes by.',
    then: 'Use its address, or add the name to TWIN_SHOT_NAMES.',
  },
  'other-origin': {
    means: 'The request came from a page of another site.',
    then: 'Use the shop’s own pages, or an instrument’s key.',
  },
  method: {
    means: 'That is not done at this address.',
    then: 'docs/api.md has what is.',
  },
  'bad-key': {
    means: 'An idempotency key is not of the form that is taken.',
    then: 'Send a UUID.',
  },
  'key-reused': {
    means: 'The same idempotency key came with another request.',
    then: 'Make a new key for a new request.',
  },
  'too-slow': {
    means: 'What was sent took too long to come.',
    then: 'Send it again.',
  },
  'no-picture': {
    means: 'The bytes are no picture that can be shown.',
    then: 'Send a JPEG, PNG or WebP.',
  },
  'no-head': {
    means: 'A file’s first line does not name its columns.',
    then: 'The sentence says which are wanted.',
  },
  pin: {
    means: 'Whoever’s hand that is has a PIN, and it was not given, or not that.',
    then: 'Type it.',
  },
  refused: {
    means: 'The plan cannot be shot as it stands.',
    then: 'The sentence says what to change.',
  },
  late: {
    means: 'A plan took too long to work out.',
    then: 'Take fewer lines into one session.',
  },
  gone: {
    means: 'Whoever asked had gone before it was worked out.',
    then: 'Ask again.',
  },
  broken: {
    means: 'A plan could not be worked out: a fault of the program’s.',
    then: 'Its log has the number; what was typed is kept.',
  },
  'database-away': {
    means: 'The database does not answer.',
    then: 'What is done at a bench is kept there, and sent again by itself.',
  },
  internal: {
    means: 'A fault of the program’s. Nothing was changed.',
    then: 'Try again; its number stands in the log.',
  },
  'cannot-be-kept': {
    means: 'The database would not have what was sent.',
    then: 'Send it without what is no text: NUL, halves of letters.',
  },
} as const;
export type ProblemCode = keyof typeof PROBLEMS;

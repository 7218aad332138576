// Makes an owner, or gives one a new password: `npm run owner -- NAME`. With `--is-there` it only
// says whether there is one.
import { createInterface } from 'node:readline/promises';
import { allPeople, hasOwner, savePerson } from '../src/service/people.ts';
import { closeDatabase } from '../src/store/database.ts';

async function secretTyped(): Promise<string> {
  if (!process.stdin.isTTY) {
    const lines = createInterface({ input: process.stdin });
    for await (const line of lines) return line.trim();
    return '';
  }
  process.stdout.write('Password, at least 10 letters (it is not shown): ');
  process.stdin.setRawMode(true);
  let typed = '';
  for await (const piece of process.stdin) {
    const text = String(piece);
    if (text.includes('\u0003')) process.exit(1);
    if (/[\r\n]/.test(text)) break;
    typed = text === '\u007f' ? typed.slice(0, -1) : typed + text;
  }
  process.stdin.setRawMode(false);
  process.stdout.write('\n');
  return typed;
}

async function main(): Promise<number> {
  if (process.argv.includes('--is-there')) return (await hasOwner()) ? 0 : 3;
  const name = process.argv.slice(2).find((argument) => !argument.startsWith('--'));
  if (!name) {
    console.error('\nSay who: npm run owner -- NAME\n');
    return 1;
  }
  const held = (await allPeople()).find(
    (allPerson) => allPerson.name.toLowerCase() === name.toLowerCase(),
  );
  const done = await savePerson({ name, role: 'owner', secret: await secretTyped() }, held?.id);
  if (!done.ok) console.error(`\n${done.problem.message}\n`);
  else
    console.log(
      `${name} is an owner${held ? ', with a new password' : ''}. Sign in on the shop's own page.`,
    );
  return done.ok ? 0 : 1;
}

process.exitCode = await main();
await closeDatabase();
process.stdin.destroy();

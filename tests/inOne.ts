// Runs the test files it is given in this one process: what they share is read and compiled once.
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

for (const file of process.argv.slice(2)) await import(pathToFileURL(resolve(file)).href);

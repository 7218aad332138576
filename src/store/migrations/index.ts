import catalogue from './01-catalogue.ts';
import orders from './02-orders.ts';
import sessions from './03-sessions.ts';
import readTables from './04-read-tables.ts';
import ledgers from './05-ledgers.ts';
import stages from './06-stages.ts';
import heat from './07-heat.ts';
import colour from './08-colour.ts';
import mixVersions from './09-mix-versions.ts';
import branches from './10-branches.ts';
import asAsked from './11-as-asked.ts';
import requests from './12-requests.ts';
import backups from './13-backups.ts';
import people from './14-people.ts';
import history from './15-history.ts';
import ids from './16-ids.ts';
import cups from './17-cups.ts';
import goods from './18-goods.ts';
import catalogueEntries from './19-catalogue-entries.ts';
import beliefs from './20-beliefs.ts';
import tubs from './21-tubs.ts';
import stock from './22-stock.ts';
import tubContent from './23-tub-content.ts';
import usableLines from './24-usable-lines.ts';
import tubPictures from './25-tub-pictures.ts';
import insertsMoved from './26-inserts-moved.ts';
import bottleNotes from './27-bottle-notes.ts';
import orderFiles from './28-order-files.ts';
import joinedLines from './29-joined-lines.ts';
import yieldDays from './30-yield-days.ts';
import chores from './31-chores.ts';
import faultPictures from './32-fault-pictures.ts';
import newestYields from './33-newest-yields.ts';
import yieldShots from './34-yield-shots.ts';

/** Forward only, each small, in order. */
export const MIGRATIONS = [
  catalogue,
  orders,
  sessions,
  readTables,
  ledgers,
  stages,
  heat,
  colour,
  mixVersions,
  branches,
  asAsked,
  requests,
  backups,
  people,
  history,
  ids,
  cups,
  goods,
  catalogueEntries,
  beliefs,
  tubs,
  stock,
  tubContent,
  usableLines,
  tubPictures,
  insertsMoved,
  bottleNotes,
  orderFiles,
  joinedLines,
  yieldDays,
  chores,
  faultPictures,
  newestYields,
  yieldShots,
];

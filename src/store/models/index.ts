import type { Sequelize } from 'sequelize';
import { defineDevices } from './devices.ts';
import { defineLists } from './lists.ts';
import { defineOrders } from './orders.ts';
import { definePeople } from './people.ts';
import { defineRecords } from './records.ts';
import { defineSessions } from './sessions.ts';
import { defineTubs } from './tubs.ts';

/**
 * The tables that are created, read, changed and listed one thing at a time, with what hangs on
 * what. Reports, folds and the log are SQL of their own, beside these. Each model says its name: a
 * build gives classes others.
 */
export function defineModels(sequelize: Sequelize): Sequelize {
  defineLists(sequelize);
  definePeople(sequelize);
  defineDevices(sequelize);
  defineOrders(sequelize);
  defineSessions(sequelize);
  defineRecords(sequelize);
  defineTubs(sequelize);
  return sequelize;
}

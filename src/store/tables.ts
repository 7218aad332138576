import { database } from './database.ts';
import { Device, DeviceBinding } from './models/devices.ts';
import { LIST_MODELS } from './models/lists.ts';
import { LinePart, Order, OrderLine } from './models/orders.ts';
import { Pairing, Person, SignIn, Tablet } from './models/people.ts';
import {
  BottleNote,
  LessonKey,
  MixPicture,
  MixVersion,
  MouldNote,
  MouldTrial,
  OrderFile,
  ShopRow,
} from './models/records.ts';
import { Tub, TubPicture } from './models/tubs.ts';
import { Plan, Session, SessionCup } from './models/sessions.ts';

const TABLES = {
  BottleNote,
  Device,
  DeviceBinding,
  LessonKey,
  LinePart,
  MixPicture,
  MixVersion,
  MouldNote,
  MouldTrial,
  Order,
  OrderFile,
  OrderLine,
  Pairing,
  Person,
  Plan,
  Session,
  SessionCup,
  ShopRow,
  SignIn,
  Tablet,
  Tub,
  TubPicture,
  lists: LIST_MODELS,
};

/** The models, on the process's own database: it is there once somebody asks for one. */
export function tables(): typeof TABLES {
  database();
  return TABLES;
}

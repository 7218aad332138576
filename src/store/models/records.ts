import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { BenchEvent } from '@/core/session/index.ts';
import { LIST_MODELS } from './lists.ts';
import { Session } from './sessions.ts';
import { flag, id, json, moment, whole, words, written } from './columns.ts';

/** The shop's settings: one row. */
export class ShopRow extends Model<InferAttributes<ShopRow>, InferCreationAttributes<ShopRow>> {
  declare id: number;
  declare settings: unknown;
  declare demo: CreationOptional<boolean>;
}

/** What was noted of a mould at the bench. */
export class MouldNote extends Model<
  InferAttributes<MouldNote>,
  InferCreationAttributes<MouldNote>
> {
  declare eventId: string;
  declare sessionId: number;
  declare at: Date;
  declare mouldId: number;
  declare text: string;
}

/** A mould's trial card. */
export class MouldTrial extends Model<
  InferAttributes<MouldTrial>,
  InferCreationAttributes<MouldTrial>
> {
  declare eventId: string;
  declare sessionId: number;
  declare at: Date;
  declare mouldId: number;
  declare card: BenchEvent<'trialled'>['payload'];
}

/** How a bottle of the shelf was found, at the bench or by hand. */
export class BottleNote extends Model<
  InferAttributes<BottleNote>,
  InferCreationAttributes<BottleNote>
> {
  declare id: CreationOptional<number>;
  declare at: Date;
  declare materialId: number;
  declare isNow: string;
  declare sessionId: number | null;
  declare eventId: string | null;
}

/** Which column of a file of orders is which. */
export class OrderFile extends Model<
  InferAttributes<OrderFile>,
  InferCreationAttributes<OrderFile>
> {
  declare head: string;
  declare columns: unknown;
  declare at: Date;
}

/** A mix as it was: never changed but for the names of what is in it. */
export class MixVersion extends Model<
  InferAttributes<MixVersion>,
  InferCreationAttributes<MixVersion>
> {
  declare mixId: number;
  /** first, second … */
  declare number: number;
  declare at: CreationOptional<Date>;
  declare spec: unknown;
  declare sessionId: number | null;
  declare eventId: string | null;
  declare cup: string | null;
}

/** A picture of a version of a mix. */
export class MixPicture extends Model<
  InferAttributes<MixPicture>,
  InferCreationAttributes<MixPicture>
> {
  declare id: CreationOptional<number>;
  declare mixId: number;
  declare version: number;
  declare at: CreationOptional<Date>;
  declare kind: string;
  declare what: CreationOptional<string>;
  declare picture: Buffer;
}

/** A thing learned of: whether it is locked, and since when what was learned counts. */
export class LessonKey extends Model<
  InferAttributes<LessonKey>,
  InferCreationAttributes<LessonKey>
> {
  declare key: string;
  declare locked: CreationOptional<boolean>;
  declare resetAt: CreationOptional<Date | null>;
}

const noted = () => ({
  eventId: { type: DataTypes.UUID, primaryKey: true },
  sessionId: whole(),
  at: moment(),
  mouldId: whole(),
});

export function defineRecords(sequelize: Sequelize): void {
  ShopRow.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      settings: json(),
      demo: flag(),
    },
    { sequelize, modelName: 'ShopRow', tableName: 'shop' },
  );
  MouldNote.init(
    { ...noted(), text: words() },
    { sequelize, modelName: 'MouldNote', tableName: 'mould_notes' },
  );
  MouldTrial.init(
    { ...noted(), card: json() },
    { sequelize, modelName: 'MouldTrial', tableName: 'mould_trials' },
  );
  BottleNote.init(
    {
      id: id(),
      at: moment(),
      materialId: whole(),
      isNow: words(),
      sessionId: DataTypes.INTEGER,
      eventId: DataTypes.UUID,
    },
    { sequelize, modelName: 'BottleNote', tableName: 'bottle_notes' },
  );
  OrderFile.init(
    { head: { type: DataTypes.TEXT, primaryKey: true }, columns: json(), at: moment() },
    { sequelize, modelName: 'OrderFile', tableName: 'order_files' },
  );
  MixVersion.init(
    {
      mixId: { type: DataTypes.INTEGER, primaryKey: true },
      number: { type: DataTypes.INTEGER, primaryKey: true, field: 'n' },
      at: written(),
      spec: json(),
      sessionId: DataTypes.INTEGER,
      eventId: DataTypes.UUID,
      cup: DataTypes.TEXT,
    },
    { sequelize, modelName: 'MixVersion', tableName: 'mix_versions' },
  );
  MixPicture.init(
    {
      id: id(),
      mixId: whole(),
      version: { ...whole(), field: 'n' },
      at: written(),
      kind: words(),
      what: { ...words(), defaultValue: '' },
      picture: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, modelName: 'MixPicture', tableName: 'mix_pictures' },
  );
  LessonKey.init(
    {
      key: { type: DataTypes.TEXT, primaryKey: true },
      locked: flag(),
      resetAt: DataTypes.DATE,
    },
    { sequelize, modelName: 'LessonKey', tableName: 'lesson_keys' },
  );
  LIST_MODELS.mixes.hasMany(MixVersion, { as: 'versions', foreignKey: 'mixId' });
  MixVersion.belongsTo(Session, { as: 'session', foreignKey: 'sessionId' });
  LIST_MODELS.moulds.hasMany(MouldNote, { as: 'notes', foreignKey: 'mouldId' });
  LIST_MODELS.moulds.hasMany(MouldTrial, { as: 'trials', foreignKey: 'mouldId' });
}

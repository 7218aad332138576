import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  NonAttribute,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { SessionState, Snapshot } from '@/core/session/index.ts';
import { id, json, whole, words, written } from './columns.ts';

/** A plan as it was kept; its input may be of an earlier form. */
export class Plan extends Model<InferAttributes<Plan>, InferCreationAttributes<Plan>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare day: string;
  declare input: unknown;
  declare ticks: CreationOptional<string[]>;
  declare updatedAt: CreationOptional<Date>;
  declare sessions: NonAttribute<Session[]>;
}

/** A session: what it began from, and how far its log has come. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare id: CreationOptional<number>;
  declare planId: number | null;
  declare name: string;
  declare snapshot: Snapshot;
  declare status: CreationOptional<SessionState['phase']['is']>;
  declare lastSeq: CreationOptional<number>;
  declare openedAt: CreationOptional<Date>;
  declare finishedAt: CreationOptional<Date | null>;
  declare learnedAt: CreationOptional<Date | null>;
}

/** A cup of a session: what it is meant to become, and from which version of that mix. */
export class SessionCup extends Model<
  InferAttributes<SessionCup>,
  InferCreationAttributes<SessionCup>
> {
  declare sessionId: number;
  declare cupId: string;
  declare mixId: number;
  declare letter: string;
  declare version: number | null;
}

export function defineSessions(sequelize: Sequelize): void {
  Plan.init(
    {
      id: id(),
      name: words(),
      day: { type: DataTypes.DATEONLY, allowNull: false },
      input: json(),
      ticks: { type: DataTypes.JSONB, allowNull: false, defaultValue: [] },
      updatedAt: written(),
    },
    { sequelize, modelName: 'Plan', tableName: 'plans' },
  );
  Session.init(
    {
      id: id(),
      planId: DataTypes.INTEGER,
      name: words(),
      snapshot: json(),
      status: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'new' },
      lastSeq: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      openedAt: written(),
      finishedAt: DataTypes.DATE,
      learnedAt: DataTypes.DATE,
    },
    { sequelize, modelName: 'Session', tableName: 'sessions' },
  );
  SessionCup.init(
    {
      sessionId: { type: DataTypes.INTEGER, primaryKey: true },
      cupId: { type: DataTypes.TEXT, primaryKey: true },
      mixId: whole(),
      letter: words(),
      version: DataTypes.INTEGER,
    },
    { sequelize, modelName: 'SessionCup', tableName: 'session_cups' },
  );
  Plan.hasMany(Session, { as: 'sessions', foreignKey: 'planId' });
  Session.belongsTo(Plan, { as: 'plan', foreignKey: 'planId' });
  Session.hasMany(SessionCup, { as: 'cups', foreignKey: 'sessionId' });
}

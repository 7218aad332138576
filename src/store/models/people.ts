import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  NonAttribute,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { Role } from '@/core/people.ts';
import { id, moment, whole, words, written } from './columns.ts';

/** Who works in the shop. One that is retired stays on record. */
export class Person extends Model<InferAttributes<Person>, InferCreationAttributes<Person>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare role: Role;
  /** hash of the password; null: does not sign in */
  declare secret: CreationOptional<string | null>;
  /** hash of the bench PIN */
  declare pin: CreationOptional<string | null>;
  declare retiredAt: CreationOptional<Date | null>;
}

/** A browser that is signed in, known by the hash of its cookie. */
export class SignIn extends Model<InferAttributes<SignIn>, InferCreationAttributes<SignIn>> {
  declare tokenHash: string;
  declare personId: number;
  declare at: CreationOptional<Date>;
  declare endsAt: Date;
  declare person: NonAttribute<Person | null>;
}

/** A bench tablet, known by the hash of its token. */
export class Tablet extends Model<InferAttributes<Tablet>, InferCreationAttributes<Tablet>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare tokenHash: string;
  declare at: CreationOptional<Date>;
  declare unpairedAt: CreationOptional<Date | null>;
}

/** A code that pairs one tablet, while it stands. */
export class Pairing extends Model<InferAttributes<Pairing>, InferCreationAttributes<Pairing>> {
  declare codeHash: string;
  declare byPerson: number | null;
  declare endsAt: Date;
}

export function definePeople(sequelize: Sequelize): void {
  Person.init(
    {
      id: id(),
      name: words(),
      role: words(),
      secret: DataTypes.TEXT,
      pin: DataTypes.TEXT,
      retiredAt: DataTypes.DATE,
    },
    {
      sequelize,
      modelName: 'Person',
      tableName: 'people',
      scopes: { here: { where: { retiredAt: null } } },
    },
  );
  SignIn.init(
    {
      tokenHash: { type: DataTypes.TEXT, primaryKey: true },
      personId: whole(),
      at: written(),
      endsAt: moment(),
    },
    { sequelize, modelName: 'SignIn', tableName: 'sign_ins' },
  );
  Tablet.init(
    {
      id: id(),
      name: words(),
      tokenHash: words(),
      at: written(),
      unpairedAt: DataTypes.DATE,
    },
    {
      sequelize,
      modelName: 'Tablet',
      tableName: 'tablets',
      scopes: { paired: { where: { unpairedAt: null } } },
    },
  );
  Pairing.init(
    {
      codeHash: { type: DataTypes.TEXT, primaryKey: true },
      byPerson: DataTypes.INTEGER,
      endsAt: moment(),
    },
    { sequelize, modelName: 'Pairing', tableName: 'pairings' },
  );
  SignIn.belongsTo(Person, { as: 'person', foreignKey: 'personId' });
  Person.hasMany(SignIn, { as: 'signIns', foreignKey: 'personId' });
}

import assert from 'node:assert/strict';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { before, test } from 'node:test';
import pg from 'pg';
import ts from 'typescript';
import { root } from '../../scripts/lib.mjs';
import { ownDatabase } from './harness.ts';

// Every statement of the store that answers with rows, and the type its rows are said to have: the
// first from the source, the second from the compiler, and the database is asked whether it is so.

const store = join(root, 'src/store');
let database: string;
before(async () => (database = await ownDatabase('row_types')));

interface Asked {
  where: string;
  sql: string[];
  /** what the type says each column is, and whether it may be null */
  columns: Map<string, { is: Set<string>; nullable: boolean }>;
}

/** Texts an expression can be: constants put in, either branch of a choice. */
function textsOf(node: ts.Expression, checker: ts.TypeChecker): string[] {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isParenthesizedExpression(node)) return textsOf(node.expression, checker);
  if (ts.isConditionalExpression(node))
    return [node.whenTrue, node.whenFalse].flatMap((branch) => textsOf(branch, checker));
  if (ts.isTemplateExpression(node))
    return node.templateSpans.reduce(
      (texts, span) =>
        texts.flatMap((text) =>
          textsOf(span.expression, checker).map((part) => text + part + span.literal.text),
        ),
      [node.head.text],
    );
  if (ts.isIdentifier(node)) {
    const named = checker.getSymbolAtLocation(node);
    const isOfAnotherFile = named && named.flags & ts.SymbolFlags.Alias;
    const declared = (isOfAnotherFile ? checker.getAliasedSymbol(named) : named)?.declarations?.[0];
    if (declared && ts.isVariableDeclaration(declared) && declared.initializer)
      return textsOf(declared.initializer, checker);
  }
  throw new Error(`${node.getText()} is not known before it runs.`);
}

/** What a property is, in words of its own. */
function kindsOf(type: ts.Type, checker: ts.TypeChecker): Set<string> {
  const parts = type.isUnion() ? type.types : [type];
  return new Set(
    parts
      .filter((part) => !(part.flags & (ts.TypeFlags.Null | ts.TypeFlags.Undefined)))
      .map((part) => {
        if (part.flags & ts.TypeFlags.StringLike) return 'string';
        if (part.flags & ts.TypeFlags.NumberLike) return 'number';
        if (part.flags & ts.TypeFlags.BooleanLike) return 'boolean';
        if (part.getSymbol()?.name === 'Date') return 'Date';
        return checker.isArrayType(part) ? 'array' : 'object';
      }),
  );
}

/** What `row` or `rows` answers with at a call. */
function rowTypeOf(call: ts.CallExpression, checker: ts.TypeChecker): ts.Type {
  const promised = checker.getResolvedSignature(call)!.getReturnType();
  const [answer] = checker.getTypeArguments(promised as ts.TypeReference);
  const one = checker.getNonNullableType(answer!);
  return checker.isArrayType(one) ? checker.getTypeArguments(one as ts.TypeReference)[0]! : one;
}

function everyAsked(): Asked[] {
  const files = readdirSync(store)
    .filter((file) => file.endsWith('.ts') && file !== 'query.ts')
    .map((file) => join(store, file));
  const config = ts.readConfigFile(join(root, 'tsconfig.json'), (path) => ts.sys.readFile(path));
  const { options } = ts.parseJsonConfigFileContent(config.config, ts.sys, root);
  const program = ts.createProgram(files, options);
  const checker = program.getTypeChecker();
  const asked: Asked[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && /^rows?$/.test(node.expression.getText())) {
      const source = node.getSourceFile();
      const line = source.getLineAndCharacterOfPosition(node.pos).line + 1;
      const columns = rowTypeOf(node, checker)
        .getProperties()
        .map((property) => {
          const type = checker.getTypeOfSymbolAtLocation(property, node);
          const nullable = checker.getNonNullableType(type) !== type;
          return [property.name, { is: kindsOf(type, checker), nullable }] as const;
        });
      asked.push({
        where: `${source.fileName.slice(root.length + 1)}:${line}`,
        sql: textsOf(node.arguments[0]!, checker),
        columns: new Map(columns),
      });
    }
    ts.forEachChild(node, look);
  };
  for (const file of files) look(program.getSourceFile(file)!);
  return asked;
}

/** What a column of the database comes as: jsonb holds whatever was put in. */
const COMES_AS: Record<string, string> = {
  bool: 'boolean',
  int2: 'number',
  int4: 'number',
  float8: 'number',
  int8: 'string',
  numeric: 'string',
  text: 'string',
  varchar: 'string',
  uuid: 'string',
  name: 'string',
  date: 'string',
  timestamptz: 'Date',
  bytea: 'object',
  _int4: 'array',
  _bool: 'array',
  _text: 'array',
  jsonb: 'anything',
  json: 'anything',
};

interface Field {
  name: string;
  dataTypeID: number;
  tableID: number;
  columnID: number;
}
/** Columns a statement answers with, as PostgreSQL describes it without running it. */
const described = (client: pg.Client, text: string): Promise<Field[]> =>
  new Promise((resolve, reject) => {
    let fields: Field[] = [];
    client.query({
      submit: (connection: pg.Connection) => {
        connection.parse({ name: '', text, types: [] }, true);
        connection.describe({ type: 'S', name: '' }, true);
        connection.sync();
      },
      handleRowDescription: (told: { fields: Field[] }) => (fields = told.fields),
      handleReadyForQuery: () => resolve(fields),
      handleError: reject,
    } as never);
  });

test('every row the store asks for has the columns its type says, of that kind, null where it may be', async () => {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const types = await client.query<{ oid: number; name: string }>(
    'SELECT oid::int, typname AS name FROM pg_type',
  );
  const nameOf = new Map(types.rows.map(({ oid, name }) => [oid, name]));
  // Of a view's column PostgreSQL does not say: it may be null where it may in a table it reads.
  const free = await client.query<{ column: string }>(
    `SELECT attrelid || '.' || attnum AS column FROM pg_attribute a JOIN pg_class c ON c.oid = attrelid
     WHERE relkind <> 'v' AND NOT attnotnull
     UNION ALL SELECT v.attrelid || '.' || v.attnum FROM pg_attribute v JOIN pg_class c ON
       c.oid = v.attrelid AND c.relkind = 'v'
     JOIN information_schema.view_column_usage u ON u.view_name = c.relname AND u.column_name = v.attname
     JOIN pg_attribute t ON t.attrelid = to_regclass(u.table_name) AND t.attname = v.attname
     WHERE NOT t.attnotnull`,
  );
  const mayBeNull = new Set(free.rows.map(({ column }) => column));
  const all = everyAsked();
  assert.ok(all.length > 50, `${all.length} statements were found`);
  const wrong: string[] = [];
  for (const { where, sql, columns } of all)
    for (const text of sql) {
      const fields = await described(client, text);
      for (const [name, { is, nullable }] of columns) {
        const field = fields.find((other) => other.name === name);
        if (!field) {
          wrong.push(`${where}: there is no ${name} in what comes`);
          continue;
        }
        const comes = COMES_AS[nameOf.get(field.dataTypeID) ?? ''];
        if (comes !== 'anything' && !(comes && is.size === 1 && is.has(comes)))
          wrong.push(`${where}: ${name} is ${[...is].join(' or ')}, and comes as ${comes}`);
        if (!nullable && mayBeNull.has(`${field.tableID}.${field.columnID}`))
          wrong.push(`${where}: ${name} may be null`);
      }
    }
  await client.end();
  assert.deepEqual(wrong, []);
});

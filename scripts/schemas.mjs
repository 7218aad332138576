import { fileURLToPath } from 'node:url';

const CORE = fileURLToPath(new URL('../src/core/', import.meta.url));

/** The name a chain of calls begins with: `z` of `z.number().int()`. */
function beginsWith(node) {
  if (node.type === 'CallExpression') return beginsWith(node.callee);
  return node.type === 'MemberExpression' ? beginsWith(node.object) : node.name;
}
const makesSchema = (node) =>
  node?.type === 'CallExpression' && /^z$|Schema$/.test(beginsWith(node) ?? '');

/** What is declared at the top of a file, exported or not. */
const declarationsOf = ({ body }) =>
  body
    .map((node) => (node.type === 'ExportNamedDeclaration' ? node.declaration : node))
    .flatMap((node) => (node?.type === 'VariableDeclaration' ? node.declarations : []));

/**
 * Tells the bundler that making a schema does nothing else, so that one nobody reads by is left out:
 * a bench reads no event from outside. It cannot see that by itself through a chain of calls.
 * @returns {import('vite').Plugin}
 */
export const schemas = () => ({
  name: 'schemas',
  transform(code, id) {
    if (!id.startsWith(CORE) || !code.includes('zod')) return undefined;
    const made = declarationsOf(this.parse(code)).flatMap(({ init }) =>
      makesSchema(init) ? [init] : [],
    );
    return made.reduceRight(
      (text, { start, end }) =>
        `${text.slice(0, start)}/* @__PURE__ */ (() => ${text.slice(start, end)})()${text.slice(end)}`,
      code,
    );
  },
});

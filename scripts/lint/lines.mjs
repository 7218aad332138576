// No line is longer than it may be: words and addresses too, which the formatter leaves as they are.
const maxLen = {
  meta: { schema: [{ type: 'integer', minimum: 1 }] },
  create: (context) => ({
    Program(program) {
      const [longest] = context.options;
      context.sourceCode.lines.forEach((line, index) => {
        if (line.length > longest)
          context.report({
            node: program,
            loc: {
              start: { line: index + 1, column: 0 },
              end: { line: index + 1, column: longest },
            },
            message: `A line of ${line.length} letters; at most ${longest}.`,
          });
      });
    },
  }),
};

export default { meta: { name: 'lines' }, rules: { 'max-len': maxLen } };

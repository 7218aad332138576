// Comes first: what follows wants a Node that knows it.
const [major] = process.versions.node.split('.').map(Number);
if (major < 20) {
  console.error(
    `\nTwin Shot wants Node 20 or later; this is ${process.versions.node}. Install a later one and start again.\n`,
  );
  process.exit(1);
}

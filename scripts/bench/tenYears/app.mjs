import { answers, freePort, join, root, start } from '../../lib.mjs';

/**
 * The app of a house at work on a shop, and how it is sent to.
 * @param {string} dist the folder of its build
 * @param {string} database its address
 * @param {string} house where it stands: another commit's, checked out there
 */
export async function appAt(dist, database, house = root) {
  const port = await freePort();
  const app = start(process.execPath, [join(house, 'scripts', 'serve.mjs'), dist], {
    cwd: house,
    env: {
      ...process.env,
      DATABASE_URL: database,
      HOST: '127.0.0.1',
      PORT: String(port),
      NODE_ENV: 'production',
    },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${port}`;
  await answers(`${url}/api/health`);
  const json = (path, body) =>
    fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).then((reply) => reply.json());
  return { app, url, json };
}

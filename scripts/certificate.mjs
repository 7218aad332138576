// A certificate of the shop's own, for HTTPS on its network: made once, good for two years, made
// again by `npm run certificate`.
import './node.mjs';
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { root, say } from './lib.mjs';

const DAY = 86_400_000;
const YEARS = 2 * 365 * DAY;
/** ms before it ends that it is made again. */
const SOON = 30 * DAY;

const ownAddresses = () =>
  Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).map((one) => one.address.split('%')[0]),
  );

/**
 * The folder a certificate lies in, made where there is none that stands.
 * @param names beside the machine's addresses
 */
export async function certificateIn(data, names = [], anew = false) {
  const folder = join(data, 'certificate');
  const [key, certificate] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  const all = [...new Set(['localhost', ...ownAddresses(), ...names])];
  const stands = () => {
    const held = new X509Certificate(readFileSync(certificate));
    return (
      Date.parse(held.validTo) - Date.now() > SOON &&
      all.every((name) => (isIP(name) ? held.checkIP(name) : held.checkHost(name)))
    );
  };
  if (anew || !existsSync(certificate) || !stands()) {
    const { generate } = await import('selfsigned');
    const made = await generate([{ name: 'commonName', value: 'Twin Shot' }], {
      keyType: 'ec',
      algorithm: 'sha256',
      notAfterDate: new Date(Date.now() + YEARS),
      extensions: [
        { name: 'basicConstraints', cA: true, critical: true },
        {
          name: 'subjectAltName',
          altNames: all.map((name) =>
            isIP(name) ? { type: 7, ip: name } : { type: 2, value: name },
          ),
        },
      ],
    });
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(key, made.private, { mode: 0o600 });
    writeFileSync(certificate, made.cert);
  }
  return {
    key,
    certificate,
    fingerprint: new X509Certificate(readFileSync(certificate)).fingerprint256,
  };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const made = await certificateIn(
    process.env.TWIN_SHOT_DATA ?? join(root, '.data'),
    (process.env.TWIN_SHOT_NAMES ?? '')
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
    true,
  );
  say(
    `A new certificate lies in ${made.certificate}. Its fingerprint (SHA-256), to compare ` +
      `on each device:\n${made.fingerprint}\nIt is used from the next start on.`,
  );
}

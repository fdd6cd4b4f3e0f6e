/** A certificate of the shop's own, for tablets in the workshop; made once and kept. */
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

const YEARS = 2;
const MONTH = 30 * 24 * 3_600_000;

/** Addresses of this machine that others may call. */
export const outsideAddresses = () =>
  Object.values(networkInterfaces())
    .flat()
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address);

/**
 * @param home the data folder  @param names further names it is called by
 * @returns files of key and certificate, its fingerprint, and whether it was made just now
 */
export async function ensureCertificate(home, names) {
  const folder = join(home, 'tls');
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  const wanted = [...new Set(['localhost', hostname(), ...names])];
  const addresses = ['127.0.0.1', ...outsideAddresses()];
  const known = existsSync(key) && existsSync(cert) ? new X509Certificate(readFileSync(cert)) : null;
  const good =
    known !== null &&
    Date.parse(known.validTo) - Date.now() > MONTH &&
    wanted.every((n) => known.checkHost(n)) &&
    addresses.every((a) => known.checkIP(a));
  if (!good) {
    const { generate } = await import('selfsigned');
    const notAfterDate = new Date();
    notAfterDate.setFullYear(notAfterDate.getFullYear() + YEARS);
    const made = await generate([{ name: 'commonName', value: `Norther on ${hostname()}` }], {
      keySize: 2048,
      algorithm: 'sha256',
      notAfterDate,
      extensions: [
        { name: 'basicConstraints', cA: true },
        { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, keyCertSign: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            ...wanted.map((value) => ({ type: 2, value })),
            ...addresses.map((ip) => ({ type: 7, ip })),
          ],
        },
      ],
    });
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(key, made.private, { mode: 0o600 });
    writeFileSync(cert, made.cert, { mode: 0o644 });
  }
  return { key, cert, made: !good, fingerprint: new X509Certificate(readFileSync(cert)).fingerprint256 };
}

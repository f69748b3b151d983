import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import type { Settings } from '../settings';
import { ownAddresses } from './own-addresses';

/** A certificate as PEM, with its key. */
export interface Certificate {
  cert: string;
  key: string;
  /** SHA-256 of the certificate, in pairs: what a phone shows of it. */
  fingerprint: string;
  /** Made here: no browser knows it until it is told. */
  isOwn: boolean;
}

const DAY_MS = 24 * 3_600_000;
/** Phones refuse a server's certificate that lasts longer than 825 days (from memory). */
const LASTS_DAYS = 800;
/** One that ends sooner is made anew. */
const LEAST_DAYS_LEFT = 30;

const fingerprintOf = (cert: string): string => new X509Certificate(cert).fingerprint256;

const make = async (): Promise<{ cert: string; private: string }> => {
  const names = ['localhost', hostname()].map((value) => ({ type: 2 as const, value }));
  const addresses = ['127.0.0.1', ...ownAddresses()].map((ip) => ({ type: 7 as const, ip }));
  return generate([{ name: 'commonName', value: `Diaphon on ${hostname()}` }], {
    notAfterDate: new Date(Date.now() + LASTS_DAYS * DAY_MS),
    keyType: 'ec',
    algorithm: 'sha256',
    extensions: [
      // What a phone is to trust must be allowed to vouch, if only for itself.
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', digitalSignature: true, keyCertSign: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: [...names, ...addresses] },
    ],
  });
};

const isFresh = (cert: string): boolean => {
  try {
    return Date.parse(new X509Certificate(cert).validTo) - Date.now() > LEAST_DAYS_LEFT * DAY_MS;
  } catch {
    return false;
  }
};

/** The one kept in a folder, made at the first need and before it ends. */
const ownCertificate = async (folder: string): Promise<Certificate> => {
  const [certFile, keyFile] = [join(folder, 'certificate.pem'), join(folder, 'certificate-key.pem')];
  if (!existsSync(certFile) || !existsSync(keyFile) || !isFresh(readFileSync(certFile, 'utf8'))) {
    const made = await make();
    writeFileSync(keyFile, made.private, { mode: 0o600 });
    writeFileSync(certFile, made.cert, { mode: 0o600 });
  }
  const cert = readFileSync(certFile, 'utf8');
  return { cert, key: readFileSync(keyFile, 'utf8'), fingerprint: fingerprintOf(cert), isOwn: true };
};

/** One that was given as two files. @throws Error naming the file that cannot be used */
const givenCertificate = (certFile: string, keyFile: string): Certificate => {
  const read = (name: string, file: string): string => {
    try {
      return readFileSync(file, 'utf8');
    } catch {
      throw new Error(
        `${name} is "${file}", which cannot be read. Name a file in PEM that this account may read.`,
      );
    }
  };
  const [cert, key] = [read('DIAPHON_CERT', certFile), read('DIAPHON_KEY', keyFile)];
  try {
    return { cert, key, fingerprint: fingerprintOf(cert), isOwn: false };
  } catch {
    throw new Error(`DIAPHON_CERT is "${certFile}", which holds no certificate in PEM.`);
  }
};

/** The one that was given, else one of this machine's own. @throws Error naming a given file that cannot be used */
export const certificateFor = ({ certificate, dataFolder }: Settings): Promise<Certificate> =>
  certificate
    ? Promise.resolve(givenCertificate(certificate.certFile, certificate.keyFile))
    : ownCertificate(dataFolder);

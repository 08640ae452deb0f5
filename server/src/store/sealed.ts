import { createCipheriv, createDecipheriv, randomBytes, scrypt } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { systemCode } from './store-fault';

// A sealed file: MAGIC, salt, nonce, AES-256-GCM of the content, tag. The key comes from the passphrase by scrypt.
const MAGIC = Buffer.from('APTRIGGER-SEALED-1\n');
const SALT = 16;
const NONCE = 12;
const TAG = 16;
const KEY = 32;
const HEAD = MAGIC.length + SALT + NONCE;
const COST = { N: 32_768, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

const keyOf = (passphrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(passphrase.normalize('NFC'), salt, KEY, COST, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });

export interface Sealing {
  /** writes `from` to `to` under the passphrase */
  readonly seal: (from: string, to: string) => Promise<void>;
  /** opens a sealed file into `to`; false when the passphrase is not the one, or a byte was changed */
  readonly unseal: (from: string, to: string) => Promise<boolean>;
}
/** Sealing under a passphrase. Making a key is dear on purpose: whoever seals many files makes one for all of them, with a
 *  nonce of its own for each. */
export function under(passphrase: string): Sealing {
  const keys = new Map<string, Promise<Buffer>>();
  const keyFor = (salt: Buffer): Promise<Buffer> => {
    const name = salt.toString('hex');
    const key = keys.get(name) ?? keyOf(passphrase, salt);
    keys.set(name, key);
    return key;
  };
  const mine = randomBytes(SALT);
  return {
    async seal(from, to) {
      const nonce = randomBytes(NONCE);
      const cipher = createCipheriv('aes-256-gcm', await keyFor(mine), nonce);
      const out = createWriteStream(to, { mode: 0o600 });
      out.write(Buffer.concat([MAGIC, mine, nonce]));
      await pipeline(createReadStream(from), cipher, out, { end: false });
      await new Promise<void>((done, fail) => {
        out.once('error', fail);
        out.end(cipher.getAuthTag(), done);
      });
    },
    async unseal(from, to) {
      const head = await bytesAt(from, MAGIC.length, SALT + NONCE);
      const size = await sizeOf(from);
      try {
        const cipher = createDecipheriv(
          'aes-256-gcm',
          await keyFor(head.subarray(0, SALT)),
          head.subarray(SALT),
        );
        cipher.setAuthTag(await bytesAt(from, size - TAG, TAG));
        await pipeline(
          createReadStream(from, { start: HEAD, end: size - TAG - 1 }),
          cipher,
          createWriteStream(to, { mode: 0o600 }),
        );
        return true;
      } catch (error) {
        await rm(to, { force: true });
        // a full disk says nothing of the passphrase
        if (systemCode(error) !== null) throw error;
        return false;
      }
    },
  };
}
export async function isSealed(file: string): Promise<boolean> {
  return (await bytesAt(file, 0, MAGIC.length)).equals(MAGIC);
}
async function bytesAt(file: string, at: number, length: number): Promise<Buffer> {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(length), 0, length, at);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}
async function sizeOf(file: string): Promise<number> {
  const handle = await open(file);
  try {
    return (await handle.stat()).size;
  } finally {
    await handle.close();
  }
}

import { PHOTO_LONG_PX } from '@rigger/contracts';
import { randomUUID } from 'node:crypto';
import { copyFile, mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { under, type Sealing } from './sealed';

/** the square of what stands in a list, pixels */
const SMALL_PX = 240;
const QUALITY = 80;
/** a picture of more than this is none that a camera of a telephone takes */
const MOST_PIXELS = 60_000_000;
const TAKEN = ['jpeg', 'png', 'webp'];
/** pictures that are worked on at once; whoever comes then is asked to come again */
const MOST_AT_ONCE = 6;
const ID = /^[0-9a-f-]{36}$/;
const FILE = /^[0-9a-f-]{36}(-small)?\.jpg$/;
export type PhotoSize = 'whole' | 'small';
export type Taken =
  { readonly ok: true; readonly id: string } | { readonly ok: false; readonly why: 'unreadable' | 'busy' };

// a server takes a picture now and then: nothing is kept in memory for the next one
sharp.cache(false);

/** Photographs, beside the shop's file: each is written once and never changed, so that a job can be brought back to any of its
 *  states. */
export class Photos {
  private underWay = 0;
  readonly folder: string;
  constructor(database: string) {
    this.folder = `${database}-photos`;
  }
  /** Takes a picture by what is in it, whatever it is called: read pixel by pixel, turned upright, made small enough, and
   *  written anew, so that neither where it was taken nor anything else that came with it is kept. */
  async add(bytes: Uint8Array): Promise<Taken> {
    if (this.underWay >= MOST_AT_ONCE) return { ok: false, why: 'busy' };
    this.underWay++;
    try {
      const made = await pictures(bytes);
      if (!made) return { ok: false, why: 'unreadable' };
      const id = randomUUID();
      await mkdir(this.folder, { recursive: true, mode: 0o700 });
      // the small one first: what is there as a whole has both
      await put(join(this.folder, nameOf(id, 'small')), made.small);
      await put(join(this.folder, nameOf(id, 'whole')), made.whole);
      return { ok: true, id };
    } finally {
      this.underWay--;
    }
  }
  /** Null where it is not there. */
  read(id: string, size: PhotoSize): Promise<Buffer | null> {
    return ID.test(id)
      ? readFile(join(this.folder, nameOf(id, size))).catch(() => null)
      : Promise.resolve(null);
  }
  /** Copies what is not there yet beside the backups; under a passphrase each picture is sealed by itself. Pictures that were
   *  sealed under an earlier passphrase are sealed again; those that are here no more stay as they are: they have no other copy. */
  async backUp(folder: string, passphrase: string): Promise<void> {
    const names = await filesIn(this.folder);
    if (names.length === 0) return;
    const to = join(folder, passphrase === '' ? PLAIN : SEALED);
    const key = under(passphrase);
    await mkdir(to, { recursive: true, mode: 0o700 });
    const there = new Set(await readdir(to));
    if (passphrase !== '') {
      const ours = names.map((n) => `${n}.sealed`).filter((n) => there.has(n));
      if (ours[0] !== undefined && !(await opens(join(to, ours[0]), key)))
        for (const n of ours) there.delete(n);
    }
    for (const name of names) {
      const as = passphrase === '' ? name : `${name}.sealed`;
      if (there.has(as)) continue;
      const begun = join(to, `.begun-${as}`);
      if (passphrase === '') await copyFile(join(this.folder, name), begun);
      else await key.seal(join(this.folder, name), begun);
      await rename(begun, join(to, as));
    }
  }
  /** Brings back what is missing here from beside the backups; what is here stays. Gives how many photographs
   *  stayed away, sealed under another passphrase than this. */
  async bringBack(folder: string, passphrase: string): Promise<number> {
    const here = new Set(await filesIn(this.folder));
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const key = under(passphrase);
    const shut = new Set<string>();
    for (const name of await filesIn(join(folder, PLAIN))) {
      if (!here.has(name)) await copyFile(join(folder, PLAIN, name), join(this.folder, name));
      here.add(name);
    }
    for (const sealed of await readdir(join(folder, SEALED)).catch(() => [])) {
      const name = sealed.replace(/\.sealed$/, '');
      if (!FILE.test(name) || here.has(name)) continue;
      const opened =
        passphrase !== '' && (await key.unseal(join(folder, SEALED, sealed), join(this.folder, name)));
      if (!opened) shut.add(name.replace(/(-small)?\.jpg$/, ''));
    }
    return shut.size;
  }
}
const PLAIN = 'photos';
const SEALED = 'photos-sealed';
const nameOf = (id: string, size: PhotoSize) => `${id}${size === 'small' ? '-small' : ''}.jpg`;
const filesIn = async (folder: string): Promise<string[]> =>
  (await readdir(folder).catch(() => [])).filter((n) => FILE.test(n));
async function opens(file: string, key: Sealing): Promise<boolean> {
  const tried = `${file}.tried`;
  try {
    return await key.unseal(file, tried);
  } finally {
    await rm(tried, { force: true });
  }
}
async function put(file: string, bytes: Buffer): Promise<void> {
  const begun = `${file}.begun`;
  await writeFile(begun, bytes, { mode: 0o600 });
  await rename(begun, file);
}
async function pictures(bytes: Uint8Array): Promise<{ whole: Buffer; small: Buffer } | null> {
  try {
    const read = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await read.metadata();
    if (!TAKEN.includes(format)) return null;
    const upright = read.autoOrient().flatten({ background: '#ffffff' });
    const whole = await upright
      .clone()
      .resize(PHOTO_LONG_PX, PHOTO_LONG_PX, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: QUALITY })
      .toBuffer();
    const small = await sharp(whole).resize(SMALL_PX, SMALL_PX).jpeg({ quality: QUALITY }).toBuffer();
    return { whole, small };
  } catch {
    return null;
  }
}

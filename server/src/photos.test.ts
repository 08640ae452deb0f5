import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { Backups } from './store/backups';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
beforeEach(async () => {
  s = await openServer();
});
afterEach(() => s.close());

const picture = (width = 2400, height = 1200) =>
  sharp({ create: { width, height, channels: 3, background: '#705038' } });
const take = async (body: Buffer, type = 'image/jpeg') => {
  const { id } = await s.job(1012);
  return s.api.post(`/api/jobs/${id}/photos`).set('Content-Type', type).send(body);
};
const idOf = async (body: Buffer): Promise<string> => (await take(body)).body.id;
const bytesOf = async (path: string): Promise<Buffer> =>
  (await s.api.get(path).expect(200).responseType('blob')).body;

describe('a photograph', () => {
  it('is kept small enough, upright, with a small one beside it, and without where it was taken', async () => {
    const lying = await picture()
      .withExif({
        IFD0: { Copyright: 'Peat crew' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '61/1 30/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(lying).metadata()).exif).toBeDefined();
    const id = await idOf(lying);
    const whole = await sharp(await bytesOf(`/api/photos/${id}`)).metadata();
    expect(whole).toMatchObject({ format: 'jpeg', width: 800, height: 1600 });
    expect([whole.exif, whole.orientation]).toEqual([undefined, undefined]);
    expect(await sharp(await bytesOf(`/api/photos/${id}/small`)).metadata()).toMatchObject({
      width: 240,
      height: 240,
    });
  });
  it.each(['png', 'webp'] as const)(
    'may come as %s, and one that is small stays as small as it is',
    async (format) => {
      const id = await idOf(await picture(60, 40).toFormat(format).toBuffer());
      expect(await sharp(await bytesOf(`/api/photos/${id}`)).metadata()).toMatchObject({
        format: 'jpeg',
        width: 60,
        height: 40,
      });
    },
  );
  it.each([
    ['no picture', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>')],
    ['text', Buffer.from('hello')],
    ['nothing', Buffer.alloc(0)],
  ])('%s is refused, whatever it says it is, and nothing is written', async (_name, body) => {
    const r = await take(body);
    expect([r.status, r.body.error.code]).toEqual([422, 'photo-unreadable']);
    expect(() => readdirSync(`${s.database}-photos`)).toThrow();
  });
  it('that is broken off is refused', async () => {
    const whole = await picture().jpeg().toBuffer();
    expect((await take(whole.subarray(0, whole.length / 2))).status).toBe(422);
  });
  it('as JSON, too large, or for a job that is not there is said plainly', async () => {
    expect((await take(Buffer.from('{}'), 'application/json')).status).toBe(422);
    expect((await take(Buffer.alloc(13 * 1024 * 1024))).status).toBe(413);
    const r = await s.api
      .post('/api/jobs/nobody/photos')
      .set('Content-Type', 'image/jpeg')
      .send(Buffer.alloc(9));
    expect([r.status, r.body.error.code]).toEqual([404, 'job-not-found']);
  });
  it.each(['00000000-0000-4000-8000-000000000000', '..%2F..%2Fetc%2Fpasswd', 'x'])(
    '%s is not there',
    async (id) => {
      const r = await s.api.get(`/api/photos/${id}`);
      expect([r.status, r.body.error.code]).toEqual([404, 'photo-not-found']);
    },
  );
  it('lies for its owner alone', async () => {
    await idOf(await picture(60, 40).jpeg().toBuffer());
    expect(readdirSync(`${s.database}-photos`)).toHaveLength(2);
  });
});

describe('a backup', () => {
  const folder = () => join(s.database, '..', 'backups');
  const copies = () => new Backups(s.database, folder());
  const lose = () => {
    rmSync(`${s.database}-photos`, { recursive: true });
  };
  it('has the photographs beside it, once each, and brings back those that are gone', async () => {
    const id = await idOf(await picture(60, 40).jpeg().toBuffer());
    const before = await bytesOf(`/api/photos/${id}`);
    await copies().make();
    await copies().make();
    expect(readdirSync(join(folder(), 'photos'))).toHaveLength(2);
    lose();
    expect(await copies().photos.bringBack(folder(), '')).toBe(0);
    expect(await bytesOf(`/api/photos/${id}`)).toEqual(before);
  });
  it('under a passphrase seals each, and opens them with that one only', async () => {
    const id = await idOf(await picture(60, 40).jpeg().toBuffer());
    const before = await bytesOf(`/api/photos/${id}`);
    await copies().make('three larches');
    const sealed = join(folder(), 'photos-sealed');
    expect(readdirSync(sealed).sort()).toEqual([`${id}-small.jpg.sealed`, `${id}.jpg.sealed`]);
    expect(readFileSync(join(sealed, `${id}.jpg.sealed`)).includes(before.subarray(0, 64))).toBe(false);
    lose();
    expect(await copies().photos.bringBack(folder(), 'two larches')).toBe(1);
    expect(await copies().photos.bringBack(folder(), '')).toBe(1);
    expect((await s.api.get(`/api/photos/${id}`)).status).toBe(404);
    expect(await copies().photos.bringBack(folder(), 'three larches')).toBe(0);
    expect(await bytesOf(`/api/photos/${id}`)).toEqual(before);
  });
  it('under another passphrase than before seals them again', async () => {
    const id = await idOf(await picture(60, 40).jpeg().toBuffer());
    await copies().make('three larches');
    await copies().make('four larches');
    lose();
    expect(await copies().photos.bringBack(folder(), 'four larches')).toBe(0);
    expect((await sharp(await bytesOf(`/api/photos/${id}`)).metadata()).width).toBe(60);
  });
  it('under another passphrase leaves alone what is here no more', async () => {
    const lost = await idOf(await picture(60, 40).jpeg().toBuffer());
    await copies().make('three larches');
    lose();
    await idOf(await picture(40, 60).jpeg().toBuffer());
    await copies().make('four larches');
    expect(await copies().photos.bringBack(folder(), 'three larches')).toBe(0);
    expect((await sharp(await bytesOf(`/api/photos/${lost}`)).metadata()).width).toBe(60);
  });
  it('put back through the server without their passphrase, it is said how many stayed away', async () => {
    await idOf(await picture(60, 40).jpeg().toBuffer());
    await copies().make('three larches');
    const plain = (await s.api.get('/api/backups')).body.backups.length;
    expect(plain).toBe(1);
    rmSync(join(folder(), 'photos'), { recursive: true, force: true });
    lose();
    const { name } = (await s.api.post('/api/backups').send({ passphrase: '' }).expect(201)).body;
    const restored = await s.api.post(`/api/backups/${name}/restore`).send({ passphrase: '' }).expect(200);
    expect(restored.body).toMatchObject({ photosShut: 1, before: { sealed: false } });
  });
  it('put back through the server brings them back too', async () => {
    const id = await idOf(await picture(60, 40).jpeg().toBuffer());
    const { name } = (await s.api.post('/api/backups').send({ passphrase: '' }).expect(201)).body;
    lose();
    await s.api.post(`/api/backups/${name}/restore`).send({ passphrase: '' }).expect(200);
    expect((await bytesOf(`/api/photos/${id}`)).length).toBeGreaterThan(100);
  });
});

import { gaining, list, losing, rewrite, type NamedMigration, type Stored } from './records';

const SETTINGS = { table: 'settings' } as const;
const section = (name: string) => ({ table: 'job_sections', section: name }) as const;
const OLD_LIFT = { axle: null, liftMm: null };
const RENAMED: Readonly<Record<string, string>> = {
  'corvane-drumlin-2500': 'corvane-drumlin-heavy',
  'ostrey-c-series': 'ostrey-tallow',
};
const limit = (what: string, limitMm: unknown) =>
  typeof limitMm === 'number' ? [{ what, limitMm, verdict: 'ask', whose: 'set by the shop' }] : [];
const rearOf = (size: unknown) =>
  typeof size === 'string' && size.trim() !== ''
    ? { size, tireCode: null, wheelCode: null, wheelWidthIn: null, wheelOffsetMm: null, loadIndex: null }
    : null;

export const wheelsByAxle: NamedMigration = {
  name: '004-wheels-by-axle',
  async up(k) {
    await rewrite(k, section('vehicle'), (d) => ({
      ...d,
      platform: typeof d.platform === 'string' ? (RENAMED[d.platform] ?? d.platform) : d.platform,
      changes: list(d.changes).map(gaining(OLD_LIFT)),
    }));
    await rewrite(k, section('tape'), gaining({ readFrom: 'hub' }));
    await rewrite(k, section('tire'), ({ rearSize, ...d }) => ({
      currentRear: null,
      rear: rearOf(rearSize),
      ...d,
    }));
    await rewrite(k, SETTINGS, ({ localTotalLiftMm, localTireLiftMm, localTrackIncreaseMm, ...rest }) => ({
      ...rest,
      placeLimits: [
        ...limit('total-lift', localTotalLiftMm),
        ...limit('tire-lift', localTireLiftMm),
        ...limit('track-increase', localTrackIncreaseMm),
        ...limit('wheel-spacer', 0),
      ],
    }));
  },
  async down(k) {
    await rewrite(k, section('tape'), losing({ readFrom: '' }));
    await rewrite(k, section('tire'), ({ rear, currentRear: _today, ...rest }) => ({
      ...rest,
      rearSize: (rear as { size?: string } | null)?.size ?? '',
    }));
    await rewrite(k, section('vehicle'), (d) => ({ ...d, changes: list(d.changes).map(losing(OLD_LIFT)) }));
    await rewrite(k, SETTINGS, ({ placeLimits, ...rest }) => {
      const of = (what: string): unknown =>
        list(placeLimits).find((l: Stored) => l.what === what)?.limitMm ?? 0;
      return {
        ...rest,
        localTotalLiftMm: of('total-lift'),
        localTireLiftMm: of('tire-lift'),
        localTrackIncreaseMm: of('track-increase'),
      };
    });
  },
};

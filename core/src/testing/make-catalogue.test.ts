import { assess, checkCatalogue } from '..';
import { catalogue, plainJob, settings } from './demo-world';
import { makeCatalogue } from './make-catalogue';

const made = makeCatalogue(catalogue, { platforms: 60, parts: 900, seed: 7 });

describe('a made world', () => {
  it('has as much as was asked for, and the same numbers give the same world', () => {
    expect([made.platforms.length, made.parts.length]).toEqual([60, 900]);
    expect(made.kits.length).toBeGreaterThan(40);
    expect(makeCatalogue(catalogue, { platforms: 60, parts: 900, seed: 7 })).toEqual(made);
    expect(makeCatalogue(catalogue, { platforms: 60, parts: 900, seed: 8 })).not.toEqual(made);
  });
  it('is a catalogue without a fault: every code is its own, and names something', () => {
    expect(checkCatalogue(made)).toEqual([]);
  });
  it('stands: each platform has a ride height at both ends, and a plan with its kit has one too', () => {
    for (const p of made.platforms) {
      const base = plainJob(p.code.replace(/-w\d+$/, ''));
      const job = { ...base, vehicle: { ...base.vehicle, platform: p.code } };
      expect([p.code, assess(job, made, settings).forecast === null]).toEqual([p.code, false]);
    }
  });
});

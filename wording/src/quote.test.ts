import { quoteOf, type JobSections, type Quote } from '@rigger/core';
import { catalogue, demoJob, settings } from '@rigger/core/testing/demo-world';
import { assess } from '@rigger/core';
import { givenUpText, hasExpired, hoursText, moneyBetween, quoteHeadline, quotePaper, revisedText } from '.';

/** money is written with a blank that does not break */
const plain = (text: string) => text.replaceAll('\u00A0', ' ');
const MM = { length: 'mm', currency: 'mk' } as const;
const IN = { length: 'in', currency: 'mk' } as const;
const day = '2026-11-25';
const paperOf = (
  job: JobSections,
  quote: Quote | null = quoteOf({ job, catalogue, settings, day }),
  shop = settings,
) =>
  quotePaper(
    quote!,
    { number: 1012, sections: job, vehicle: assess(job, catalogue, settings).vehicle, settings: shop },
    { day, revision: null },
  );

it('one sum or two, one time or two', () => {
  expect(plain(moneyBetween({ from: 10_000, to: 10_010 }, MM))).toBe('100 mk');
  expect(plain(moneyBetween({ from: 10_000, to: 12_000 }, MM))).toBe('100 mk to 120 mk');
  expect(hoursText({ from: 60, to: 60 })).toBe('1 h 00');
  expect(hoursText({ from: 55, to: 80 })).toBe('55 min to 1 h 20');
});
it.each([
  [{ code: 'off-the-wish', axle: 'front', mm: -8 }, 'Front: 8 mm lower than wished.'],
  [{ code: 'off-the-wish', axle: 'rear', mm: 8 }, 'Rear: 8 mm higher than wished.'],
  [{ code: 'lasting', names: ['Arch trim', 'Weld-on mount'] }, 'Cannot be undone: Arch trim, Weld-on mount.'],
  [
    { code: 'stiffer', axle: 'rear', wasHz: 1.4, isHz: 1.7 },
    'Rides firmer at the rear: 1.40 Hz today, 1.70 Hz then.',
  ],
  [
    { code: 'softer', axle: 'front', wasHz: 1.7, isHz: 1.4 },
    'Rides softer at the front: 1.70 Hz today, 1.40 Hz then.',
  ],
  [{ code: 'less-droop', axle: 'rear', mm: 18 }, 'The rear wheels hang 18 mm less before they lift off.'],
  [{ code: 'leans-more', was: 5, is: 6 }, 'Leans more in a bend: 5.0° per g today, 6.0° per g then.'],
  [{ code: 'tips-sooner', was: 1.2, is: 1.1 }, 'Stands less firmly in a bend: 8 % less than today.'],
] as const)('%o', (g, said) => {
  expect(givenUpText(g, MM)).toBe(said);
});
it('lengths of it follow the unit', () => {
  expect(givenUpText({ code: 'less-droop', axle: 'rear', mm: 25.4 }, IN)).toContain('1 in less');
});
it('a paper says who, what, how long, and what is not in it; the shop’s own lines come first', () => {
  const job = demoJob('hut-warden');
  const p = paperOf({
    ...job,
    quote: { ...job.quote, words: ' As spoken of. ', notIncluded: 'Towing in\n\n  Storage ' },
  });
  expect(p).toMatchObject({
    customer: 'Hut warden',
    words: 'As spoken of.',
    validUntil: '2026-12-25',
    revision: null,
    shop: { name: 'Tarn & Gantry Outfitting', address: 'Old Boat Shed, Quay Lane 4, Skerrow' },
  });
  expect(paperOf(job, undefined, { ...settings, quoteDays: null }).validUntil).toBeNull();
  const own = { ...job, quote: { ...job.quote, validUntil: '2026-12-01' } };
  expect(paperOf(own).validUntil).toBe('2026-12-01');
  expect(p.notIncluded.slice(0, 3)).toEqual([
    'Towing in',
    'Storage',
    'Freight where none is named: it comes on top.',
  ]);
  expect(paperOf({ ...job, quote: { ...job.quote, freightMinor: 0 } }).notIncluded.join()).not.toContain(
    'Freight',
  );
  expect(p.plans[0]!.cautions.join()).not.toContain('tell the customer');
});
it('the headline says what is missing: nothing chosen, no last day, one that is past', () => {
  const { plans } = paperOf(demoJob('hut-warden'));
  const of = (until: string | null) => quoteHeadline(plans, until, day, MM);
  expect(of(null).consequence).toContain('Until when it holds is not said yet.');
  expect(of('2026-11-24').consequence).toContain('It held until');
  expect(of(day).consequence).toContain('Holds until Wed 25 Nov 2026.');
  expect(plain(of(null).sentence)).toMatch(/^[\d ]+ mk to [\d ]+ mk with tax, .* of person time\.$/);
  expect(quoteHeadline([], null, day, MM).sentence).toContain('Nothing is chosen');
});
it('a revision says what it changed: money, parts in and out, alternatives, the last day', () => {
  const was = paperOf(demoJob('hut-warden'));
  expect(revisedText(was, was)).toBe('As the one before.');
  const [p] = was.plans;
  const now = {
    ...was,
    validUntil: '2026-12-24',
    plans: [
      {
        ...p!,
        lines: [...p!.lines.slice(1), { ...p!.lines[0]!, code: 'X', name: 'Another' }],
        money: { ...p!.money, total: { from: p!.money.total.from, to: p!.money.total.to + 5_000 } },
      },
      p!,
    ],
  };
  expect(plain(revisedText(was, now))).toBe(
    `Against the one before: 50 mk more; with Another; without ${p!.lines[0]!.name}; 1 alternative beside it; holds until Thu 24 Dec 2026.`,
  );
});
it('a quote has expired after its last day, not on it', () => {
  expect(hasExpired({ validUntil: '2026-11-25' }, new Date('2026-11-25T23:00:00'))).toBe(false);
  expect(hasExpired({ validUntil: '2026-11-25' }, new Date('2026-11-26T00:30:00'))).toBe(true);
  expect(hasExpired({ validUntil: null }, new Date())).toBe(false);
});

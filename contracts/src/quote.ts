import * as z from 'zod';
import { isRecord } from './fields';

/** quotes that one job has had */
export const MOST_QUOTES = 100;
const text = z.string().max(4000);
const texts = z.array(text).max(200);
const minor = z.number();
const between = z.strictObject({ from: z.number(), to: z.number() });

const QuotedPlanSchema = z.strictObject({
  title: text,
  /** what sets its height, by name */
  made: text,
  /** how it stands then, in one line */
  stands: text,
  ready: text,
  lines: z
    .array(
      z.strictObject({
        quantity: z.number(),
        code: text,
        name: text,
        maker: text,
        word: text,
        /** null: to ask */
        amountMinor: minor.nullable(),
      }),
    )
    .max(300),
  money: z.strictObject({
    /** what the total is made of, in the order in which it is shown; null: to ask, and in no total */
    terms: z.array(z.strictObject({ term: text, name: text, amount: between.nullable() })).max(40),
    total: between,
  }),
  minutes: between,
  /** not there in papers that were given before the two were told apart from person time */
  bayMinutes: between.optional(),
  rackMinutes: between.optional(),
  givenUp: texts,
  /** not settled by it */
  open: texts,
  /** nobody has decided yet */
  advised: texts,
  declined: texts,
  cautions: texts,
});
const whole = (minor: unknown) => (minor === null ? null : { from: minor, to: minor });
/** Money of a paper of version 1, which had a field for each term, as version 2 has it. */
const inTerms = (plan: unknown): unknown => {
  if (!isRecord(plan) || !isRecord(plan.money)) return plan;
  const { partsMinor, freightMinor, labour, supplies, alignmentMinor, tax, ...rest } = plan.money;
  const terms = [
    { term: 'parts', name: 'Parts', amount: whole(partsMinor) },
    { term: 'freight', name: 'Freight', amount: whole(freightMinor) },
    { term: 'labour', name: 'Labour', amount: labour },
    { term: 'supplies', name: 'Shop supplies', amount: supplies },
    { term: 'alignment', name: 'Alignment', amount: whole(alignmentMinor) },
    { term: 'tax', name: 'Tax', amount: tax },
  ];
  return { ...plan, money: { ...rest, terms } };
};
/** A paper of an earlier version as the newest; anything else is left as it is, for the schema to name what is wrong. */
const newestPaper = (paper: unknown): unknown =>
  isRecord(paper) && paper.version === 1 && Array.isArray(paper.plans)
    ? { ...paper, version: 2, plans: paper.plans.map(inTerms) }
    : paper;
const quotePaper = z.strictObject({
  format: z.literal('apt-rigger-quote'),
  version: z.literal(2),
  job: z.int().min(1),
  /** null: a draft, not given to anybody */
  revision: z.int().min(1).nullable(),
  day: z.iso.date(),
  validUntil: z.iso.date().nullable(),
  // a quote that was given before shops had one has no address
  shop: z.strictObject({ name: text, place: text, address: text.optional() }),
  customer: text,
  vehicle: text,
  currency: z.string().min(1).max(8),
  lengthUnit: z.enum(['mm', 'in']),
  sentence: text,
  words: text,
  plans: z.array(QuotedPlanSchema).min(1).max(8),
  notIncluded: texts,
});
/** A quote as it is read and printed: a given one is kept so and never computed again. */
export const QuotePaperSchema = z
  .preprocess(newestPaper, quotePaper)
  .meta({ id: 'QuotePaper', description: 'A quote: one to four plans, with money and hours as ranges' });
export type QuotePaper = z.infer<typeof quotePaper>;
export type QuotedPaperPlan = QuotePaper['plans'][number];
export type QuotedTerm = QuotedPaperPlan['money']['terms'][number];
/** The quotes that were given of a job, the newest first. */
export const GivenQuotesSchema = z
  .strictObject({
    quotes: z.array(
      z.strictObject({
        revision: z.int().min(1),
        at: z.iso.datetime(),
        author: z.string(),
        paper: QuotePaperSchema,
      }),
    ),
  })
  .meta({ id: 'GivenQuotes' });
export type GivenQuote = z.infer<typeof GivenQuotesSchema>['quotes'][number];
/** `id`: made by whoever gives it, so that it may be asked again */
export const GiveQuoteSchema = z.strictObject({ id: z.uuid() }).meta({ id: 'GiveQuote' });

/** Papers of the bay, by what they are called in the address: what each is, and the type of its file. */
export const BAY_PAPERS = {
  'rack.pdf': { summary: 'The rack sheet: windows, new height, before and after', type: 'application/pdf' },
  'tools.pdf': { summary: 'Tools, what is used up, hardware bags', type: 'application/pdf' },
  'labels-8.pdf': { summary: 'Labels for bags and boxes, sheets of eight', type: 'application/pdf' },
  'labels-14.pdf': { summary: 'Labels for bags and boxes, sheets of fourteen', type: 'application/pdf' },
  'labels-21.pdf': { summary: 'Labels for bags and boxes, sheets of twenty-one', type: 'application/pdf' },
  'plan.ics': { summary: 'Days of the job for a calendar', type: 'text/calendar; charset=utf-8' },
  'plan.json': { summary: 'The order of work as data', type: 'application/json' },
} as const;
export type BayPaper = keyof typeof BAY_PAPERS;
export const BAY_PAPER_NAMES = Object.keys(BAY_PAPERS) as readonly BayPaper[];

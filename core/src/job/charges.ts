/** What a shop charges beside parts and labour, in the order in which it is shown; what it takes for each stands in its settings.
 *  `share-of-labour`: so much of the labour; `with-rack`: a sum of its own where the vehicle goes on the rack, whose time is then not
 *  sold as labour. */
export const CHARGES = [
  { name: 'supplies', setting: 'suppliesShare', comes: 'share-of-labour' },
  { name: 'alignment', setting: 'alignmentMinor', comes: 'with-rack' },
] as const;
export type Charge = (typeof CHARGES)[number];
export type ChargeName = Charge['name'];
/** What the shop takes for each: a share from 0 to 1, or minor units. */
export type ChargeRates = { readonly [C in Charge as C['setting']]: number };
/** A shop that has set nothing charges nothing beside. */
export const NO_CHARGES = Object.fromEntries(CHARGES.map((c) => [c.setting, 0])) as ChargeRates;

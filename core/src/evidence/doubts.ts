/** How much each input of a forecast is in doubt, as the 90 % half-width, with where that is known from. A forecast is x ± r with
 *  r² = Σ (how far x moves when an input is moved by its doubt)²: inputs that are forgotten here are what makes ranges false.
 *  `shop-simulation.ts` draws shops from these and counts how often the truth lies inside. Shares of the figure, or mm. */
export const DOUBTS = {
  /** makers wind coils to about ±5 %; the same for the coil that is in and the one that comes */
  coilRateShare: 0.05,
  /** leaves are stiffer or softer by friction and camber */
  leafRateShare: 0.07,
  /** length of a new coil against its record */
  freeLengthMm: 3,
  /** arch of new leaves against their record */
  leafArchMm: 4,
  /** spacers, blocks, shackles, brackets and pucks as delivered */
  thicknessMm: 1,
  /** curb figures against real vehicles */
  massShare: 0.03,
  /** a load that somebody has said */
  loadSaidShare: 0.1,
  /** rubber bushes add to the rate: none to 8 %, the middle is in the record's rate */
  bushShare: 0.04,
  /** what friction holds a vehicle up or down after it was rolled */
  frictionMm: 2,
  /** new springs settle by what is said of them, half of it more or less */
  settleShare: 0.5,
  /** two people, one tape: mean of both sides */
  tapeMm: 3,
  /** dimensions that nobody here has checked */
  claimOnlyShare: 0.1,
  /** arch edges, liners, flaps and seams: taped on one vehicle */
  obstacleMm: 5,
  /** a tyre of one size against another: growth at speed, run-out, wear */
  tireMm: 3,
  wheelOffsetMm: 1,
  /** how far body, wheel and carcass give at full lock */
  flexAtLockMm: 3,
} as const;

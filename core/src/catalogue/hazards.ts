/** What can hurt at a step; the words of each are in `wording`. */
export const HAZARDS = [
  'vehicle-in-air',
  'compressed-spring',
  'axle-down',
  'stored-bar-load',
  'brake-work',
  'steering-joint',
  'cutting',
  'battery-airbag',
  'structural',
  'handling',
  'law',
  'arm-can-drop',
] as const;
export type Hazard = (typeof HAZARDS)[number];

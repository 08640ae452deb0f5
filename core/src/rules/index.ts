export * from './assess-part';
export * from './axle-needs';
export * from './clearance-needs';
export * from './hardware-needs';

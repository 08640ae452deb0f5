export interface TireItem {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly size: string;
  readonly tread: 'highway' | 'all-terrain' | 'mud' | 'winter';
  readonly massKg: number;
  readonly measuredDiameterMm: number | null;
  readonly maxPressureKpa: number;
  readonly priceMinor: number;
}
export interface WheelItem {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly rimIn: number;
  readonly widthIn: number;
  readonly offsetMm: number;
  readonly boltCircle: string;
  readonly centreBoreMm: number;
  readonly loadKg: number;
  readonly massKg: number;
  readonly priceMinor: number;
}

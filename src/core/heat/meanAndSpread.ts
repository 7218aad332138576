/** A constant and its standard deviation. */
export interface Estimate {
  mean: number;
  sd: number;
}

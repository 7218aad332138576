/** What one draw takes, and where every gram of it goes. Takes = baits + returns + puck + lost. */
export interface Flow {
  takes: Record<string, number>;
  /** grams that become baits */
  baits: number;
  /** comes round again: into `to`, out of what was taken from `from` */
  returns: { from: string; to: string; grams: number }[];
  puck: number;
  lost: number;
  /** draws until what comes round is back in its cup; 1 = before the next */
  lag: number;
}

export interface CupSpec {
  /** the most it may hold, g */
  limit: number;
  /** must stay in it at every draw, g */
  air: number;
  /** charges are measured out in steps of this, g */
  step: number;
  /** already in it at the start, g */
  start?: number;
  /**
   * of that: trips through fusion, and heat spent, share of its life; left out = never heated. It is
   * cooked with the first charge
   */
  startHeats?: number;
  startDose?: number;
}

export interface Recirculation {
  /** whole cup goes back to be reheated every so many draws */
  reheatEvery: number;
  /** heat spent by one trip to fusion, and by one reheat (M11), share of life */
  doseCook: number;
  doseReheat: number;
}

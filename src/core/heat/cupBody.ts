/**
 * A cup of plastic cooking or cooling (M2, M3): plastic Tp and glass Tg. `Cp(Tp) Tp' = η P n⁻¹ [t >
 * t_d] − U (Tp − Tg) − h A_top (Tp − Ta)`, `Cg Tg' = U (Tp − Tg) − h A_side (Tg − Ta)`.
 */
export interface CupBody {
  /** g of plastic, and of all the cup's glass, of which as much is warm as the plastic stands against */
  plastic: number;
  glass: number;
  /** mm inside, and mL of plastic: its depth and skins follow */
  bore: number;
  volume: number;
  /**
   * W/K between plastic and glass for the usual charge (judgement, sd 50 %, learned); a smaller one
   * wets less glass and exchanges less
   */
  exchange: number;
  /** °C of the room */
  room: number;
  /** how much more the air takes than still air would: draughts; 1 = as usual */
  air?: number;
  /** W/K from the glass into what it stands on */
  stand?: number;
}
export interface CupHeat {
  plastic: number;
  glass: number;
}
export interface Microwave {
  /** W on the label, share of it at part power, and how many cups stand in it */
  power: number;
  level: number;
  cups: number;
  /** share that reaches the plastic, all cups together, and s until the magnetron wakes */
  efficiency: number;
  dead: number;
}

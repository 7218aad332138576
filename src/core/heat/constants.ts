/**
 * Thermal figures of plastisol for baits and of what moulds are made of. SI: W/m K, kg/m³, J/kg K.
 * Plasticised PVC: Titow, *PVC Technology*; metals and minerals: Incropera, *Fundamentals of Heat
 * and Mass Transfer*, App. A. Conduction works at constant mass, so with the density at 20 °C.
 */
export interface ThermalProperties {
  k: number;
  rho: number;
  c: number;
}
export const PLASTIC: ThermalProperties = { k: 0.15, rho: 1030, c: 1900 };
export const MOULD_MATERIAL = {
  machined: { k: 167, rho: 2700, c: 896 },
  cast: { k: 167, rho: 2700, c: 896 },
  silicone: { k: 0.25, rho: 1150, c: 1300 },
  epoxy: { k: 0.2, rho: 1150, c: 1100 },
  gypsum: { k: 0.5, rho: 1100, c: 1050 },
} as const satisfies Record<string, ThermalProperties>;

/** Thermal diffusivity, m²/s. */
export const diffusivity = ({ k, rho, c }: ThermalProperties): number => k / (rho * c);
/** Thermal effusivity, W s½/m² K. */
export const effusivity = ({ k, rho, c }: ThermalProperties): number => Math.sqrt(k * rho * c);

/** Contact between plastic and metal, W/m² K (judgement; polymer processing gives 1000 to 2500). */
export const CONTACT = 1500;
/** A bait is firm enough to open when its mean and its centre are under these, °C. */
export const FIRM = { mean: 75, centre: 100 } as const;
/** Mean under which bare hands may take it, °C. */
export const BARE_HANDS = 45;

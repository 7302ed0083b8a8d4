/** Density of steel, kg/m³ (EN 1991-1-1 gives 77 to 78.5 kN/m³; 7850 kg/m³ is the usual figure). */
export const STEEL_DENSITY_KG_M3 = 7850;

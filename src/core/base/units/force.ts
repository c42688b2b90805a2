/** Pull of the Earth on a kilogram, N/kg. Source: standard gravity, 3rd CGPM 1901. */
export const STANDARD_GRAVITY_N_KG = 9.80665;

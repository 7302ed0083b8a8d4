/** The two figures of a Beta distribution that turns a stratum's plain chances into ones that hold. */
export type ForecastMap = readonly [number, number];
/** Maps by stratum; a forecast of one without stays as it is. */
export type ForecastMaps = Readonly<Record<string, ForecastMap>>;

/** Beta maps by stratum, fitted by `npm run study -- fit` to 12000 made-up learners of seven kinds. */
export const FORECAST_MAPS: ForecastMaps = {
  "0 mostly": [1.268, 1.608],
  "0 often": [0.988, 1.822],
  "0 seldom": [0.85, 3.447],
  "1 mostly": [0.809, 1.191],
  "1 often": [0.779, 1.568],
  "1 seldom": [0.654, 2.34],
  "2 mostly": [0.687, 1.317],
  "2 often": [0.63, 1.549],
  "one often": [0.799, 1.845],
  "one seldom": [0.705, 2.226],
};

/** Places in the state vector of a run. All °C, but for water in the load, kg. */
export const NODE = {
  source: 0,
  box: 1,
  drum: 2,
  boxSensor: 3,
  exhaustSensor: 4,
  igniter: 5,
  radiant: 6,
  coil: 7,
  water: 8,
  motor: 9,
} as const;
export const NODES = 10;

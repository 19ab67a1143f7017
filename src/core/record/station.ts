/** The eight stations of a vehicle, always in this order; every check, reading, limit, cure and sheet row has one. */
export const STATIONS = [
  { id: 'stance', name: 'Stance' },
  { id: 'tyre', name: 'Tyre' },
  { id: 'travel', name: 'Travel' },
  { id: 'lines', name: 'Lines, links' },
  { id: 'driveline', name: 'Driveline' },
  { id: 'axle', name: 'Axle, steering' },
  { id: 'alignment', name: 'Alignment' },
  { id: 'hands', name: 'Hands, road' },
] as const;
export type StationId = (typeof STATIONS)[number]['id'];

'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { INCH_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';

const Units = createContext<UnitChoice>(INCH_SHOP);

/** The units everything below is shown in. */
export function UnitsProvider({ units, children }: { units: UnitChoice; children: ReactNode }) {
  return <Units.Provider value={units}>{children}</Units.Provider>;
}
export const useUnits = (): UnitChoice => useContext(Units);

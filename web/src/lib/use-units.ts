import { createContext, useContext } from 'react'
import { METRIC, type Units } from './units'

const UnitsContext = createContext<Units>(METRIC)

/** Everything within is told in these units: the coach's, or a player's own on their card. */
export const InUnits = UnitsContext.Provider

export const useUnits = () => useContext(UnitsContext)

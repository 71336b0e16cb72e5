import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** What is offered to somebody new, until it is turned off. */
interface Offers {
  taps: boolean
  tour: boolean
}

export const useOffers = create<Offers>()(
  persist((): Offers => ({ taps: true, tour: true }), { name: 'veltrin.offers' }),
)

export const turnOff = (offer: keyof Offers) => useOffers.setState({ [offer]: false })

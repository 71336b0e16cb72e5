import { useEffect, useState } from 'react'

/** A phone laid on the ground, its top to the target: how it lies (degrees); right edge down is positive across. */
export interface Tilt {
  /** Top edge up: the ground climbs to the target. */
  topUp: number
  rightDown: number
}

/** A phone's level is off by about so much (degrees, one deviation): its case, and the bump it lies on. */
export const TILT_DOUBT = 0.7

/** Browsers that ask first. */
type Asking = typeof DeviceOrientationEvent & { requestPermission?: () => Promise<'granted' | 'denied'> }

const WAIT_MS = 1500

export const hasTilt = () => typeof DeviceOrientationEvent !== 'undefined'

/** Ask for the sensor where the browser wants to be asked. Must be called from a press. */
export async function askForTilt(): Promise<boolean> {
  const asking = DeviceOrientationEvent as Asking
  if (!asking.requestPermission) return true
  return (await asking.requestPermission()) === 'granted'
}

/** Slope of the ground from how the phone lies: fall downhill positive, side positive for a ball above the feet. */
export function slopeOf(tilt: Tilt, hand: 'right' | 'left'): { fall: number; side: number } {
  // A right-hander stands to the left of the ball as seen along the line: right edge down is a ball below the feet.
  const half = (degrees: number) => Math.round(2 * degrees) / 2 + 0
  return { fall: half(-tilt.topUp), side: half(hand === 'right' ? -tilt.rightDown : tilt.rightDown) }
}

/** What the sensor says while `isOn`; `silent`: nothing came. */
export function useTilt(isOn: boolean): { tilt: Tilt | null; silent: boolean } {
  const [tilt, setTilt] = useState<Tilt | null>(null)
  const [silent, setSilent] = useState(false)
  useEffect(() => {
    if (!isOn) return undefined
    const timer = setTimeout(() => setSilent(true), WAIT_MS)
    const hear = (event: DeviceOrientationEvent) => {
      if (event.beta === null || event.gamma === null) return
      clearTimeout(timer)
      setSilent(false)
      setTilt({ topUp: event.beta, rightDown: event.gamma })
    }
    window.addEventListener('deviceorientation', hear)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('deviceorientation', hear)
      setTilt(null)
      setSilent(false)
    }
  }, [isOn])
  return { tilt, silent }
}

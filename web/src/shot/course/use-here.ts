import { useState } from 'react'
import type { Course } from '../../api/client'
import type { Place } from '../mapped'

const EARTH_M = 6_371_000
const RAD = Math.PI / 180

/**
 * A device tells the radius that holds it 95 times in a hundred (W3C, Geolocation, from memory): so many standard
 * deviations of a place that is off alike to all sides (Rayleigh).
 */
const WITHIN = Math.sqrt(-2 * Math.log(0.05))

/** Where a place on the earth is on the course (m east, m north): near enough for a dot; the server projects the line. */
export function onCourse(
  course: Pick<Course, 'longitude' | 'latitude'>,
  longitude: number,
  latitude: number,
): Place {
  const north = (latitude - course.latitude) * RAD * EARTH_M
  const east = (longitude - course.longitude) * RAD * EARTH_M * Math.cos(latitude * RAD)
  return [east, north]
}

/** Lay the ball down where this device says it is, where it may say so (by TLS, or on this machine). */
export function useHere(course: Course, onBall: (at: Place, doubt: number) => void) {
  const [words, setWords] = useState('')
  const can = window.isSecureContext && 'geolocation' in navigator
  const ask = () => {
    setWords('Looking for where you are.')
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        const at = onCourse(course, coords.longitude, coords.latitude)
        const isHere =
          at[0] > course.west_m - 100 &&
          at[0] < course.east_m + 100 &&
          at[1] > course.south_m - 100 &&
          at[1] < course.north_m + 100
        if (!isHere) {
          setWords('You are not on this course.')
          return
        }
        onBall(at, coords.accuracy / WITHIN)
        setWords(
          `By this device, to ${Math.round(coords.accuracy)} m. Drag the ball if you see it lie elsewhere.`,
        )
      },
      () => setWords('This device doesn’t say where it is. Touch the map instead.'),
      { enableHighAccuracy: true, timeout: 15_000 },
    )
  }
  return { can, ask, words }
}

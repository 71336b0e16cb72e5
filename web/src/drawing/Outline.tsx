import { useMemo } from 'react'
import { polyline, type Point } from '../lib/geometry'
import { regionOf } from '../lib/region'
import type { Drawn } from './Elevation'
import { PLAN_H } from './line-scale'

const EIGHT_IN_TEN = 0.8

interface OutlineProps {
  /** Where strikes end (px). */
  dots: readonly Point[]
  /** Of the drawing (px). */
  width: number
  tone: Drawn['tone']
}

/** The region of the tightest eight tenths of the strikes. */
export function Outline({ dots, width, tone }: OutlineProps) {
  const rings = useMemo(() => regionOf(dots, EIGHT_IN_TEN, width, PLAN_H), [dots, width])
  if (rings.length === 0) return null
  return (
    <path
      d={rings.map((ring) => `${polyline(ring)}z`).join('')}
      fill="none"
      stroke={`var(--${tone})`}
      strokeDasharray={tone === 'hot' ? '5 4' : '2 4'}
      strokeWidth={1.2}
    />
  )
}

import { create } from 'zustand'
import type { Place } from '../../mapped'

/** A point of a picture, in its pixels from its middle: to the right and down. */
export type Dot = readonly [number, number]

/** How a picture lies on the ground. */
export interface Laid {
  /** The place under its middle. */
  at: Place
  /** Metres a pixel. */
  metres: number
  /** How far north is right of its top (deg). */
  north: number
  /** Two points whose distance is known. */
  marks: readonly [Dot, Dot]
}

export interface Picture {
  /** By what the same file is known again. */
  key: string
  href: string
  width: number
  height: number
}

const RAD = Math.PI / 180

/** Where a point of a picture lies on the ground. */
export function onGround({ at, metres, north }: Laid, [x, y]: Dot): Place {
  const [c, s] = [Math.cos(north * RAD), Math.sin(north * RAD)]
  // The picture is turned against the clock by what its north is to the right.
  return [at[0] + metres * (x * c + y * s), at[1] + metres * (x * s - y * c)]
}

/** Which point of a picture lies at a place. */
export function onPicture({ at, metres, north }: Laid, [e, n]: Place): Dot {
  const [c, s] = [Math.cos(north * RAD), Math.sin(north * RAD)]
  const [x, y] = [(e - at[0]) / metres, (n - at[1]) / metres]
  return [x * c + y * s, x * s - y * c]
}

/** How far the two marks are apart on the ground (m). */
export function betweenMarks({ metres, marks: [a, b] }: Laid): number {
  return metres * Math.hypot(a[0] - b[0], a[1] - b[1])
}

const middleOf = ([a, b]: Laid['marks']): Dot => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]

/** Laid another way, what is between the marks staying where it is. */
function about(laid: Laid, change: Partial<Laid>): Laid {
  const dot = middleOf(laid.marks)
  const becomes = { ...laid, ...change }
  const [before, after] = [onGround(laid, dot), onGround(becomes, dot)]
  return { ...becomes, at: [laid.at[0] + before[0] - after[0], laid.at[1] + before[1] - after[1]] }
}

/** The marks are so far apart: the scale follows. As it is where they lie on one another. */
export function scaledTo(laid: Laid, metres: number): Laid {
  const now = betweenMarks(laid)
  return now > 0 ? about(laid, { metres: (laid.metres * metres) / now }) : laid
}

export const turnedTo = (laid: Laid, north: number): Laid => about(laid, { north })

/** So wide a picture is taken to be until its scale is told (m). */
const FIRST_WIDE_M = 400

/** A picture as it is laid first: as wide as a hole is long, at a place. */
export function firstLaid({ width, height }: Pick<Picture, 'width' | 'height'>, at: Place): Laid {
  const [x, y] = [width / 4, height / 4]
  return {
    at,
    metres: FIRST_WIDE_M / width,
    north: 0,
    marks: [
      [-x, y],
      [x, -y],
    ],
  }
}

const KEY = 'veltrin.pictures'
const MOST_KEPT = 20
type Kept = Record<string, Laid>

const remembered = () => JSON.parse(localStorage.getItem(KEY) ?? '{}') as Kept

/** How pictures lay, by file: the picture itself isn't kept. */
function remember(key: string, laid: Laid) {
  const others = Object.entries(remembered()).filter(([other]) => other !== key)
  const all = [...others, [key, laid] as const].slice(-MOST_KEPT)
  localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(all)))
}

interface Beneath {
  picture: Picture | null
  laid: Laid | null
  isShown: boolean
}

/** The picture beneath the drawing, while the page is open. */
export const usePicture = create<Beneath>()(() => ({ picture: null, laid: null, isShown: true }))

export const layPicture = (picture: Picture, at: Place) =>
  usePicture.setState({ picture, laid: remembered()[picture.key] ?? firstLaid(picture, at), isShown: true })

export function moveLaid(change: (laid: Laid) => Laid) {
  const { picture, laid } = usePicture.getState()
  if (!picture || !laid) return
  const becomes = change(laid)
  usePicture.setState({ laid: becomes })
  remember(picture.key, becomes)
}

export const showPicture = (isShown: boolean) => usePicture.setState({ isShown })

/** A drawing needs no more pixels than this along its longer side. */
const MOST_PX = 2400

/** A picture from a file of the user's; it never leaves this device. Throws where the browser can't read it. */
export async function pictureFrom(file: File): Promise<Picture> {
  const bitmap = await createImageBitmap(file)
  const k = Math.min(1, MOST_PX / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(k * bitmap.width))
  canvas.height = Math.max(1, Math.round(k * bitmap.height))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  return {
    key: `${file.name} ${file.size}`,
    href: canvas.toDataURL('image/jpeg', 0.85),
    width: canvas.width,
    height: canvas.height,
  }
}

import { useEffect, useRef, useState } from 'react'
import type { Card, CardKind, CardsRequest, CardsStage } from '../api/client'
import { streamLines } from '../api/stream'

interface Batch {
  cards: Partial<Record<CardKind, Card>>
  done: number
  of: number
  isMaking: boolean
  error: unknown
}

const NONE: Batch = { cards: {}, done: 0, of: 0, isMaking: false, error: null }

/** A player's cards for a day: made in one batch that can be stopped, and made again. */
export function useCards(body: CardsRequest) {
  const key = JSON.stringify(body)
  const [batch, setBatch] = useState<Batch>(NONE)
  const running = useRef<AbortController | null>(null)
  const make = () => {
    running.current?.abort()
    const own = new AbortController()
    running.current = own
    setBatch({ ...NONE, isMaking: true })
    streamLines<CardsStage>('/api/cards/stream', JSON.parse(key), own.signal, ({ done, of, card }) => {
      if (own.signal.aborted) return
      setBatch((before) => ({
        ...before,
        done: Math.max(done, before.done),
        of: Math.max(of, before.of),
        cards: card ? { ...before.cards, [card.kind]: card } : before.cards,
      }))
    })
      .then(() => {
        if (!own.signal.aborted) setBatch((before) => ({ ...before, isMaking: false }))
      })
      .catch((error: unknown) => {
        if (!own.signal.aborted) setBatch((before) => ({ ...before, isMaking: false, error }))
      })
  }
  const stop = () => {
    running.current?.abort()
    setBatch((before) => ({ ...before, isMaking: false }))
  }
  const latest = useRef(make)
  useEffect(() => {
    latest.current = make
  })
  useEffect(() => {
    latest.current()
    return () => running.current?.abort()
  }, [key])
  return { ...batch, make, stop }
}

import { useQuery } from '@tanstack/react-query'
import type { ItemIn } from '../api/client'
import { openLessonQuery, useDropItem, usePutItem } from '../api/lesson'
import { newId } from './new-id'
import { tell } from './desk'

/** Ids of what was gathered, by lesson and thing: the same thing done again is written again, not once more. */
const ids = new Map<string, string>()

interface Gather {
  /** Whether a lesson is open to this player. */
  isOpen: boolean
  /** Let something join the lesson; nothing happens where none is open. `key`: what makes it the same thing. */
  gather: (key: string, body: Omit<ItemIn, 'player_id' | 'at'>) => void
}

/** Lets what is done on the page, and nowhere else, join the lesson that is open to a player. */
export function useGather(player_id: string): Gather {
  const lesson = useQuery(openLessonQuery).data
  const put = usePutItem()
  const drop = useDropItem()
  const isOpen = lesson?.player_ids.includes(player_id) ?? false
  const gather: Gather['gather'] = (key, body) => {
    if (!lesson || !isOpen) return
    const of = `${lesson.id} ${player_id} ${key}`
    const item_id = ids.get(of) ?? newId()
    ids.set(of, item_id)
    put.mutate(
      { id: lesson.id, item_id, body: { ...body, player_id, at: new Date().toISOString() } },
      {
        onSuccess: () =>
          tell('Added to the lesson.', {
            words: 'Undo',
            act: () => {
              ids.delete(of)
              drop.mutate({ id: lesson.id, item_id })
            },
          }),
        onError: (error) => tell(`It could not be added to the lesson: ${error.message}`),
      },
    )
  }
  return { isOpen, gather }
}

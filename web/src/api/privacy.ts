import { queryOptions } from '@tanstack/react-query'
import { client, unwrap } from './client'
import { playersQuery } from './queries'
import { useTask } from './task'

const of = (player_id: string) => ({ params: { path: { player_id } } })

/** How much is kept of a player: what deleting them takes away. */
export const heldQuery = (player_id: string) =>
  queryOptions({
    queryKey: ['held', player_id],
    queryFn: async () => unwrap(await client.GET('/api/players/{player_id}/held', of(player_id))),
  })

export const usePutGuardian = (player_id: string) =>
  useTask(
    async (body: { name: string; on: string }) =>
      unwrap(await client.PUT('/api/players/{player_id}/guardian', { ...of(player_id), body })),
    playersQuery.queryKey,
  )

export const useDropGuardian = (player_id: string) =>
  useTask(
    async () => unwrap(await client.DELETE('/api/players/{player_id}/guardian', of(player_id))),
    playersQuery.queryKey,
    ['links'],
  )

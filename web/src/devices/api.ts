import { queryOptions } from '@tanstack/react-query'
import { unwrap, client, type Mast, type Monitor, type Meant } from '../api/client'
import { useDevice } from '../api/task'

const MAST_EVERY_MS = 1500

/** The mast, asked again and again while it is followed. */
export const mastQuery = queryOptions({
  queryKey: ['mast'],
  queryFn: async () => unwrap(await client.GET('/api/mast')),
  refetchInterval: (query) => (query.state.data && query.state.data.state !== 'off' ? MAST_EVERY_MS : false),
})

const MONITOR_EVERY_MS = 1000

/** The launch monitor, asked again and again while it is followed. */
export const monitorQuery = queryOptions({
  queryKey: ['monitor'],
  queryFn: async () => unwrap(await client.GET('/api/monitor')),
  refetchInterval: (query) =>
    query.state.data && query.state.data.state !== 'off' ? MONITOR_EVERY_MS : false,
})

export const useFollowMast = () =>
  useDevice<{ on: boolean; port: number | null }, Mast>(
    async (body) => unwrap(await client.PUT('/api/mast', { body })),
    mastQuery.queryKey,
  )

export const useFollowMonitor = () =>
  useDevice<boolean, Monitor>(
    async (on) => unwrap(await client.PUT('/api/monitor', { body: { on } })),
    monitorQuery.queryKey,
  )

export const useReadyMonitor = () =>
  useDevice<Meant, Monitor>(
    async (body) => unwrap(await client.PUT('/api/monitor/ready', { body })),
    monitorQuery.queryKey,
  )

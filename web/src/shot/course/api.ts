import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import {
  client,
  done,
  unwrap,
  type Course,
  type CourseDrawn,
  type CourseRedrawn,
  type KeepGreens,
  type MappedLine,
  type MeasureGround,
} from '../../api/client'
import { useTask } from '../../api/task'
import type { CoverName } from '../covers'
import type { Place } from '../mapped'

export const coursesQuery = queryOptions({
  queryKey: ['courses'],
  queryFn: async () => unwrap(await client.GET('/api/courses')),
})

export const courseQuery = (course_id: number) =>
  queryOptions({
    queryKey: ['courses', course_id],
    staleTime: Infinity,
    queryFn: async () =>
      unwrap(await client.GET('/api/courses/{course_id}', { params: { path: { course_id } } })) as Course,
  })

const placeOf = ([east_m, north_m]: Place) => ({ east_m, north_m })

/** The line from a ball to a flag on a course; the last one stays until the next has come. */
export const mappedLineQuery = (course_id: number, ball: Place | null, flag: Place) =>
  queryOptions({
    queryKey: ['courses', course_id, 'line', ball, flag],
    enabled: ball !== null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) =>
      unwrap(
        await client.POST('/api/courses/{course_id}/line', {
          params: { path: { course_id } },
          body: { ball: placeOf(ball ?? flag), flag: placeOf(flag) },
          signal,
        }),
      ) as MappedLine,
  })

export const useLookIntoCourse = () =>
  useTask(async (body: { text: string }) => unwrap(await client.POST('/api/courses/read', { body })))

export const useSaveCourse = () =>
  useTask(
    async (body: { text: string; name: string; version: number | null }) =>
      unwrap(await client.POST('/api/courses', { body })),
    coursesQuery.queryKey,
  )

export const useSetCourse = () =>
  useTask(
    async ({ id, body }: { id: number; body: { version: number; name: string; is_shared: boolean } }) =>
      unwrap(await client.PUT('/api/courses/{course_id}', { params: { path: { course_id: id } }, body })),
    coursesQuery.queryKey,
  )

export const useSetHeights = () =>
  useTask(
    async ({ id, body }: { id: number; body: { version: number; text: string; epsg: number } }) =>
      unwrap(
        await client.PUT('/api/courses/{course_id}/heights', { params: { path: { course_id: id } }, body }),
      ),
    coursesQuery.queryKey,
  )

/** A survey as GeoTIFF: it tells its coordinates itself, else they are those told here. */
export const useSetHeightsTiff = () =>
  useTask(
    async ({ id, version, epsg, file }: { id: number; version: number; epsg: number; file: Blob }) =>
      unwrap(
        await client.PUT('/api/courses/{course_id}/heights/tiff', {
          params: { path: { course_id: id }, query: { version, epsg } },
          body: file as unknown as string,
          bodySerializer: (body) => body,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    coursesQuery.queryKey,
  )

/** A course with every corner, to be changed by hand. */
export const useOpenDrawn = () =>
  useTask(async (course_id: number) =>
    unwrap(await client.GET('/api/courses/{course_id}/drawn', { params: { path: { course_id } } })),
  )

export const useKeepDrawn = () =>
  useTask(
    async (body: CourseDrawn) => unwrap(await client.POST('/api/courses/drawn', { body })),
    coursesQuery.queryKey,
  )

export const useRedraw = () =>
  useTask(
    async ({ id, body }: { id: number; body: CourseRedrawn }) =>
      unwrap(
        await client.PUT('/api/courses/{course_id}/drawn', { params: { path: { course_id: id } }, body }),
      ),
    coursesQuery.queryKey,
  )

export const useDropCourse = () =>
  useTask(
    async (course_id: number) =>
      done(await client.DELETE('/api/courses/{course_id}', { params: { path: { course_id } } })),
    coursesQuery.queryKey,
  )

export const useReadCourse = () =>
  useTask(async (course_id: number) =>
    unwrap(await client.GET('/api/courses/{course_id}/geojson', { params: { path: { course_id } } })),
  )

/** What balls tell of the ground they were struck from; nothing is kept. */
export const useMeasureGround = () =>
  useTask(async (body: MeasureGround) => unwrap(await client.POST('/api/measured-ground', { body })))

const at = (course_id: number) => ({ params: { path: { course_id } } })

export const useKeepGround = () =>
  useTask(
    async ({ id, body }: { id: number; body: { version: number; measure: MeasureGround } }) =>
      unwrap(await client.PUT('/api/courses/{course_id}/measured-ground', { ...at(id), body })),
    coursesQuery.queryKey,
  )

interface OneGround {
  id: number
  version: number
  cover: CoverName
}

export const useUseGround = () =>
  useTask(
    async ({ id, cover, ...body }: OneGround & { is_used: boolean }) =>
      unwrap(
        await client.PUT('/api/courses/{course_id}/measured-ground/{cover}', {
          params: { path: { course_id: id, cover } },
          body,
        }),
      ),
    coursesQuery.queryKey,
  )

export const useForgetGround = () =>
  useTask(
    async ({ id, cover, version }: OneGround) =>
      unwrap(
        await client.DELETE('/api/courses/{course_id}/measured-ground/{cover}', {
          params: { path: { course_id: id, cover }, query: { version } },
        }),
      ),
    coursesQuery.queryKey,
  )

export const useKeepGreens = () =>
  useTask(
    async ({ id, body }: { id: number; body: KeepGreens }) =>
      unwrap(await client.PUT('/api/courses/{course_id}/greens', { ...at(id), body })),
    coursesQuery.queryKey,
  )

export const useForgetGreens = () =>
  useTask(
    async ({ id, version }: { id: number; version: number }) =>
      unwrap(
        await client.DELETE('/api/courses/{course_id}/greens', {
          params: { path: { course_id: id }, query: { version } },
        }),
      ),
    coursesQuery.queryKey,
  )

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { client, unwrap, type Settings } from '../../api/client'
import { daysQuery } from '../../api/queries'
import { fromDay, seasonsAt, toDay } from '../../lib/day'
import type { Reading } from '../../lib/reading'
import { useBench } from '../../lib/store'
import { Menu } from '../../ui/Menu'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'

interface DayMenuProps {
  reading: Reading
  settings: Settings
  onSettings: (patch: Partial<Settings>) => void
  onTold: (words: string) => void
}

function SaveDay({ reading, onSaved }: { reading: Reading; onSaved: (name: string) => void }) {
  const [name, setName] = useState(reading.dayName)
  const queries = useQueryClient()
  const save = useMutation({
    mutationFn: async () => unwrap(await client.POST('/api/days', { body: toDay(reading, name) })),
    onSuccess: async (saved) => {
      await queries.invalidateQueries({ queryKey: daysQuery.queryKey })
      onSaved(saved.day.name)
    },
  })
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        save.mutate()
      }}
    >
      <label className="grid gap-1">
        <span>Name of the day</span>
        <input
          className="field"
          required
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      {save.error && <Problem error={save.error} />}
      <button type="submit" className="press press-main justify-self-start" disabled={save.isPending}>
        Save the day
      </button>
    </form>
  )
}

/** Choose a season or a saved day, save this one, forget one, or start with it from now on. */
export function DayMenu({ reading, settings, onSettings, onTold }: DayMenuProps) {
  const [isSaving, setSaving] = useState(false)
  const saved = useQuery(daysQuery)
  const queries = useQueryClient()
  const seasons = seasonsAt(reading.altitude)
  const mine = saved.data ?? []
  const set = useBench.getState().set
  const drop = useMutation({
    mutationFn: async (id: number) => {
      const { error, response } = await client.DELETE('/api/days/{day_id}', {
        params: { path: { day_id: id } },
      })
      if (!response.ok) unwrap({ error })
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: daysQuery.queryKey }),
  })
  const groups = [
    { title: 'Seasons', items: seasons.map((day) => ({ id: day.name, words: day.name })) },
    { title: 'Saved days', items: mine.map(({ day }) => ({ id: day.name, words: day.name })) },
    { title: 'Forget a saved day', items: mine.map(({ id, day }) => ({ id: `${id}`, words: day.name })) },
    {
      title: 'This day',
      items: [
        { id: 'save', words: 'Save it under a name' },
        { id: 'start', words: 'Start with it from now on' },
      ],
    },
  ].filter((group) => group.items.length > 0)
  const pick = (id: string, group: number) => {
    switch (groups[group]?.title) {
      case 'Seasons':
      case 'Saved days': {
        const day = [...seasons, ...mine.map((one) => one.day)].find((one) => one.name === id)
        if (day) set(fromDay(day))
        return
      }
      case 'Forget a saved day':
        drop.mutate(Number(id))
        return
      default:
        if (id === 'save') setSaving(true)
        else {
          onSettings({ day: toDay(reading, reading.dayName || 'Today') })
          onTold('The Bench starts with this day from now on.')
        }
    }
  }
  return (
    <>
      <Menu label="Choose or save a day" groups={groups} onPick={pick} />
      {(saved.error ?? drop.error) && <Problem error={(saved.error ?? drop.error) as Error} />}
      <Sheet
        open={isSaving}
        title="Save the day"
        about={`Weather, ground and greens as they stand${settings.course ? ` on ${settings.course}` : ''}; a day of the same name is replaced.`}
        onOpenChange={setSaving}
      >
        <SaveDay
          reading={reading}
          onSaved={(name) => {
            setSaving(false)
            set({ dayName: name })
            onTold(`${name} is saved.`)
          }}
        />
      </Sheet>
    </>
  )
}

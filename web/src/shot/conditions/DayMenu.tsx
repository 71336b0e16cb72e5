import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { daysIn, fromDay, seasonsAt, toDay } from '../day'
import type { Reading } from '../reading'
import { tell } from '../../lib/desk'
import { useBench } from '../store'
import { Menu } from '../../ui/Menu'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { useSaveDay, settingsQuery, useSaveSettings, daysQuery, useDropDay } from '../api'

function SaveDay({ reading, onSaved }: { reading: Reading; onSaved: (name: string) => void }) {
  const [name, setName] = useState(reading.dayName)
  const save = useSaveDay()
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        save.mutate(toDay(reading, name), { onSuccess: (saved) => onSaved(saved.name) })
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
export function DayMenu({ reading }: { reading: Reading }) {
  const course = useQuery(settingsQuery).data?.course
  const saveSettings = useSaveSettings()
  const [isSaving, setSaving] = useState(false)
  const saved = useQuery(daysQuery)
  const seasons = seasonsAt(reading.altitude)
  const mine = saved.data ?? []
  const set = useBench.getState().set
  const drop = useDropDay()
  const groups = [
    { title: 'Seasons', items: seasons.map((day) => ({ id: day.name, words: day.name })) },
    { title: 'Saved days', items: daysIn(mine).map((day) => ({ id: day.name, words: day.name })) },
    {
      title: 'Delete a saved day',
      items: mine.map(({ id, name, problem }) => ({
        id: `${id}`,
        words: problem ? `${name}: ${problem}` : name,
      })),
    },
    {
      title: 'This day',
      items: [
        { id: 'save', words: 'Save it under a name' },
        { id: 'start', words: 'Start with this day from now on' },
      ],
    },
  ].filter((group) => group.items.length > 0)
  const pick = (id: string, group: number) => {
    switch (groups[group]?.title) {
      case 'Seasons':
      case 'Saved days': {
        const day = [...seasons, ...daysIn(mine)].find((one) => one.name === id)
        if (day) set(fromDay(day))
        return
      }
      case 'Delete a saved day':
        drop.mutate(Number(id))
        return
      default:
        if (id === 'save') setSaving(true)
        else {
          saveSettings({ day: toDay(reading, reading.dayName || 'Today') })
          tell('The Bench starts with this day from now on.')
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
        about={`This saves weather, ground and greens as they are${course ? ` on ${course}` : ''}. A day with the same name is replaced.`}
        onOpenChange={setSaving}
      >
        <SaveDay
          reading={reading}
          onSaved={(name) => {
            setSaving(false)
            set({ dayName: name })
            tell(`${name} is saved.`)
          }}
        />
      </Sheet>
    </>
  )
}

import { useSavePlayer } from '../../api/mutations'
import { useState } from 'react'
import { RefusedError, type Player, type PlayerEdit } from '../../api/client'
import { differences, editOf } from '../../lib/bag'

/** A player being edited: the draft, whether it differs, saving it, and what to do when somebody else was faster. */
export function useEdit(player: Player, onSaved: () => void) {
  const [base, setBase] = useState(() => editOf(player))
  const [draft, setDraft] = useState<PlayerEdit>(base)
  const [texts, setTexts] = useState<Record<string, string>>({})
  const isChanged = differences(draft, base).length > 0
  const begin = (from: PlayerEdit) => {
    setBase(from)
    setDraft(from)
    setTexts({})
  }
  const save = useSavePlayer(player.id)
  const send = (body: PlayerEdit) =>
    save.mutate(body, {
      onSuccess: (saved) => {
        begin(editOf(saved))
        onSaved()
      },
    })
  const fresh = editOf(player)
  if (fresh.version !== base.version && !save.isPending && !save.isError) {
    // Changed elsewhere on this page (stock carry, clothes, learning), or by somebody else in what isn't typed here.
    if (!isChanged) begin(fresh)
    else if (differences(fresh, base).length === 0) {
      setBase(fresh)
      setDraft({ ...draft, version: fresh.version })
    }
  }
  const isConflict = save.error instanceof RefusedError && save.error.status === 409
  return {
    draft,
    texts,
    isChanged,
    isConflict,
    /** Fields in which the newer version differs from what this page began with. */
    theirs: differences(fresh, base),
    error: isConflict ? null : save.error,
    isSaving: save.isPending,
    patch: (change: Partial<PlayerEdit>) => setDraft((before) => ({ ...before, ...change })),
    text: (key: string, text: string) => setTexts((before) => ({ ...before, [key]: text })),
    save: () => send(draft),
    /** Take the newer version and lose what was typed here. */
    takeTheirs: () => {
      save.reset()
      begin(fresh)
    },
    /** Put only what was changed here on top of the newer version. */
    putOnTop: () => {
      const mine = Object.fromEntries(
        differences(draft, base).map((key) => [key, draft[key as keyof PlayerEdit]]),
      )
      const merged = { ...fresh, ...mine }
      setDraft(merged)
      send(merged)
    },
  }
}

import { RefusedError, type Player, type PlayerEdit } from '../api/client'
import { differences, editOf } from './bag'
import { keepPlayerDraft, useDrafts, type PlayerDraft } from '../book/drafts'
import { useSavePlayer } from './api'

/** A draft that an earlier build may have kept: fields it didn't know are as they are now, those that are gone, too. */
function fitting(kept: PlayerEdit, fresh: PlayerEdit): PlayerEdit {
  const known = Object.entries(kept).filter(([key]) => key in fresh)
  return { ...fresh, ...Object.fromEntries(known) }
}

/** What is being edited, on top of the player as it is now. */
function onTopOf(fresh: PlayerEdit, kept: PlayerDraft | undefined): PlayerDraft {
  if (!kept || (differences(kept.draft, kept.base).length === 0 && Object.keys(kept.texts).length === 0))
    return { base: fresh, draft: fresh, texts: {} }
  // Changed elsewhere, or by somebody else, in what isn't typed here (stock carry, clothes, learning).
  if (fresh.version !== kept.base.version && differences(fresh, kept.base).length === 0)
    return { ...kept, base: fresh, draft: { ...fitting(kept.draft, fresh), version: fresh.version } }
  return { ...kept, base: fitting(kept.base, fresh), draft: fitting(kept.draft, fresh) }
}

/** A player being edited: the draft, whether it differs, saving it, and what to do when somebody else was faster. */
export function useEdit(player: Player, onSaved: () => void) {
  const kept = useDrafts((state) => state.players[player.id])
  const save = useSavePlayer(player.id)
  const fresh = editOf(player)
  const { base, draft, texts } = onTopOf(fresh, kept)
  const isConflict = save.error instanceof RefusedError && save.error.status === 409
  const forget = () => keepPlayerDraft(player.id, undefined)
  const put = (how: (now: PlayerDraft) => PlayerDraft) =>
    keepPlayerDraft(player.id, how(onTopOf(fresh, useDrafts.getState().players[player.id])))
  const send = (body: PlayerEdit) =>
    save.mutate(body, {
      onSuccess: () => {
        forget()
        onSaved()
      },
    })
  return {
    draft,
    texts,
    isChanged: differences(draft, base).length > 0,
    isConflict,
    /** Fields in which the newer version differs from what this page began with. */
    theirs: differences(fresh, base),
    error: isConflict ? null : save.error,
    isSaving: save.isPending,
    patch: (change: Partial<PlayerEdit>) => put((now) => ({ ...now, draft: { ...now.draft, ...change } })),
    text: (key: string, text: string) => put((now) => ({ ...now, texts: { ...now.texts, [key]: text } })),
    save: () => send(draft),
    /** Take the newer version and lose what was typed here. */
    takeTheirs: () => {
      save.reset()
      forget()
    },
    /** Put only what was changed here on top of the newer version. */
    putOnTop: () => {
      const mine = Object.fromEntries(
        differences(draft, base).map((key) => [key, draft[key as keyof PlayerEdit]]),
      )
      const merged = { ...fresh, ...mine }
      keepPlayerDraft(player.id, { base: fresh, draft: merged, texts })
      send(merged)
    },
  }
}

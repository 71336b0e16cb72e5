import { useSaveSettings } from './api'
import { useBench } from './store'

/** Put another player on the Bench. */
export function useChoosePlayer() {
  const save = useSaveSettings()
  return (id: string) => {
    // Another bag may not hold the kept club or the call.
    useBench.getState().set({ player: id, call: '', against: '', keep: '' })
    save({ last_player_id: id })
  }
}

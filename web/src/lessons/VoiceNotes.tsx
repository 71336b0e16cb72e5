import { useEffect, useRef, useState } from 'react'
import type { Lesson } from '../api/client'
import { newId } from '../lib/new-id'
import { timeWords } from '../lib/when'
import { Problem } from '../ui/Problem'
import { useDropRecording, useKeepRecording } from './api'

const MOST_MS = 120_000

/** Whether this browser can record here: it asks for a page that nobody could have changed on its way. */
export const canRecord = (): boolean => typeof MediaRecorder !== 'undefined' && 'mediaDevices' in navigator

interface Recording {
  recorder: MediaRecorder
  since: number
}

/** One press begins a note, one more keeps it; after two minutes it is kept by itself. */
function useVoice(lesson_id: string) {
  const [now, setNow] = useState<Recording | null>(null)
  const [refused, setRefused] = useState(false)
  const keep = useKeepRecording()
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const stop = () => {
    clearTimeout(timer.current)
    now?.recorder.stop()
    setNow(null)
  }
  // Left in the middle it is kept as far as it was spoken.
  const last = useRef(stop)
  useEffect(() => {
    last.current = stop
  })
  useEffect(() => () => last.current(), [])
  const begin = async () => {
    setRefused(false)
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
      const recorder = new MediaRecorder(stream)
      const pieces: Blob[] = []
      const since = performance.now()
      recorder.ondataavailable = ({ data }) => pieces.push(data)
      recorder.onstop = () => {
        for (const track of stream.getTracks()) track.stop()
        const seconds = Math.min((performance.now() - since) / 1000, MOST_MS / 1000)
        keep.mutate({ id: newId(), lesson_id, seconds, sound: new Blob(pieces, { type: recorder.mimeType }) })
      }
      recorder.start()
      setNow({ recorder, since })
      timer.current = setTimeout(() => last.current(), MOST_MS)
    } catch {
      setRefused(true)
    }
  }
  return { isOn: now !== null, refused, keep, begin, stop }
}

/** Notes that were spoken in a lesson. */
export function VoiceNotes({ lesson }: { lesson: Lesson }) {
  const { isOn, refused, keep, begin, stop } = useVoice(lesson.id)
  const drop = useDropRecording()
  return (
    <section aria-label="Spoken notes" className="no-print mt-3">
      <h3 className="font-semibold">Spoken notes</h3>
      {canRecord() ? (
        <button
          type="button"
          className={`press min-h-12 ${isOn ? 'press-main' : ''}`}
          aria-pressed={isOn}
          disabled={keep.isPending}
          onClick={() => (isOn ? stop() : void begin())}
        >
          {isOn ? 'Stop and save it' : keep.isPending ? 'Saving it' : 'Speak a note'}
        </button>
      ) : (
        <p className="text-small text-quiet">
          This browser records only on a page that comes over TLS, or from this device.
        </p>
      )}
      {isOn && (
        <p role="status" className="text-small">
          Listening: two minutes at most.
        </p>
      )}
      {refused && (
        <p role="status">The browser blocked the microphone. Allow it for this page, then try again.</p>
      )}
      {(keep.error ?? drop.error) && <Problem error={(keep.error ?? drop.error) as Error} />}
      <ul>
        {lesson.recordings.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3 border-t border-rule py-1">
            <span className="text-small">
              {timeWords(one.spoken_at)}, {Math.round(one.seconds)} s
            </span>
            <audio controls preload="none" src={`/api/recordings/${one.id}`} className="h-10 max-w-full" />
            <button type="button" className="word" onClick={() => drop.mutate(one.id)}>
              delete it
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

import { dayAndTime } from './when'

/** That nobody answers, how old what is shown is, and what can be done in the meantime. */
export function awayWords(since: number | null): string {
  const shown = since === null ? '' : ` You see the answers of ${dayAndTime(new Date(since))}.`
  return `Veltrin can’t be reached.${shown} You can book shots: they wait in this browser and are sent when Veltrin is back.`
}

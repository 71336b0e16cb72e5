import { dayAndTime } from './when'

/** That nobody answers, how old what is shown is, and what can be done meanwhile. */
export function awayWords(since: number | null): string {
  const shown = since === null ? '' : ` You see what was told on ${dayAndTime(new Date(since))}.`
  return `Veltrin can’t be reached.${shown} Shots can be booked: they wait in this browser and are sent by themselves.`
}

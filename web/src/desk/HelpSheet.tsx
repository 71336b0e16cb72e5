import { Tabs } from 'radix-ui'
import { Suspense } from 'react'
import { lay, useDesk, useLaid, type HelpPart } from '../lib/desk'
import { GLOSSARY } from '../lib/glossary'
import { KEYS } from '../lib/keys'
import { part } from '../lib/part'
import { PLACE_NAMES, usePlace, type Place } from '../lib/place'
import { PartTabs } from '../ui/PartTabs'
import { Sheet } from '../ui/Sheet'
import { PLACE_HELP } from './places-help'
import { takeTour } from './take-tour'

const PARTS: readonly (readonly [HelpPart, string])[] = [
  ['places', 'Places'],
  ['keys', 'Keys'],
  ['words', 'Words'],
  ['model', 'Why does it say that?'],
]
const WORDS = Object.entries(GLOSSARY).sort(([a], [b]) => a.localeCompare(b))
const PLACE_LIST = Object.keys(PLACE_HELP) as Place[]
const model = part(async () => (await import('./ModelText')).ModelText)

function Places() {
  const go = usePlace((state) => state.go)
  return (
    <>
      <p className="mb-3">
        <button
          type="button"
          className="press"
          onClick={() => {
            lay(null)
            takeTour()
          }}
        >
          Take the tour
        </button>
      </p>
      <ul className="grid gap-x-6 gap-y-4 md:grid-cols-2">
        {PLACE_LIST.map((place) => (
          <li key={place} className="border-t border-rule pt-2">
            <h3 className="font-bold">
              <button
                type="button"
                className="word"
                onClick={() => {
                  lay(null)
                  go(place)
                }}
              >
                {PLACE_NAMES[place]}
              </button>
            </h3>
            <img
              src={`/help/${place}.jpg`}
              alt=""
              loading="lazy"
              width={640}
              height={400}
              className="my-1.5 h-auto w-full border border-rule"
            />
            {PLACE_HELP[place].map((line) => (
              <p key={line} className="text-small">
                {line}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </>
  )
}

function Keys() {
  return (
    <>
      <p className="mb-2 text-quiet">
        On a grip of a drawing, an arrow key moves one step, a Page key ten steps, and Home goes to zero.
      </p>
      <dl className="grid grid-cols-[3rem_1fr] gap-y-1">
        {KEYS.map(([key, words]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="figure border border-faint px-1.5">{key}</kbd>
            </dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </>
  )
}

function Words() {
  return (
    <dl className="space-y-1.5">
      {WORDS.map(([word, meaning]) => (
        <div key={word}>
          <dt className="inline font-semibold first-letter:uppercase">{word}: </dt>
          <dd className="inline">{meaning}</dd>
        </div>
      ))}
    </dl>
  )
}

/** Help: the places, the keys, the words, and where the answers come from. */
export function HelpSheet() {
  const { at, part: shown } = useDesk((state) => state.help)
  const show = (next: string) => useDesk.setState({ help: { part: next as HelpPart, at: '' } })
  return (
    <Sheet
      {...useLaid('help')}
      title="Help"
      about="The places, the keys, the words, and where answers come from."
      wide
    >
      <Tabs.Root value={shown} onValueChange={show}>
        <PartTabs label="Parts of the help" parts={PARTS} />
        <Tabs.Content value="places" className="mt-3">
          <Places />
        </Tabs.Content>
        <Tabs.Content value="keys" className="mt-3">
          <Keys />
        </Tabs.Content>
        <Tabs.Content value="words" className="mt-3 max-w-prose">
          <Words />
        </Tabs.Content>
        <Tabs.Content value="model" className="mt-3 max-w-prose">
          <Suspense fallback={null}>
            <model.View at={at} />
          </Suspense>
        </Tabs.Content>
      </Tabs.Root>
    </Sheet>
  )
}

import { useLaid } from '../lib/desk'
import { GLOSSARY } from '../lib/glossary'
import { Sheet } from '../ui/Sheet'

const WORDS = Object.entries(GLOSSARY).sort(([a], [b]) => a.localeCompare(b))

/** All words of the screens, each with its meaning. */
export function WordsSheet() {
  return (
    <Sheet {...useLaid('words')} title="Words" about="As the screens use them. / finds one of them, too.">
      <dl className="space-y-1.5">
        {WORDS.map(([word, meaning]) => (
          <div key={word}>
            <dt className="inline font-semibold first-letter:uppercase">{word}: </dt>
            <dd className="inline">{meaning}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  )
}

import { help } from '../lib/desk'
import { GLOSSARY, type Term } from '../lib/glossary'

/** What a word means, and the way to all others. */
export function MeaningText({ of }: { of: Term }) {
  return (
    <>
      <b className="capitalize">{of}.</b> {GLOSSARY[of]}{' '}
      <button type="button" className="word text-quiet" onClick={() => help('words')}>
        all words
      </button>
    </>
  )
}

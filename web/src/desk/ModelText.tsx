import { useEffect, useRef } from 'react'
import model from '../../../docs/model.md?raw'

/** Headings of docs/model.md with what stands under them. */
const SECTIONS = model
  .split(/^## /m)
  .slice(1)
  .map((text) => {
    const [head = '', ...body] = text.split('\n')
    return {
      title: head.replace(/\s*\(.*$/, ''),
      paragraphs: body
        .join('\n')
        .split(/\n\s*\n/)
        .map((one) =>
          one
            .replaceAll('**', '')
            .replaceAll('`', '')
            .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
            .trim(),
        )
        .filter((one) => one !== ''),
    }
  })

/** How the answers are worked out, as docs/model.md says it; `at`: the number of the section to begin with. */
export function ModelText({ at }: { at: string }) {
  const wanted = useRef<HTMLElement>(null)
  useEffect(() => wanted.current?.scrollIntoView({ block: 'start' }), [at])
  return (
    <>
      <p className="mb-2 text-quiet">
        This is docs/model.md. (pub) is published, (cp) common practice, (j) our judgement.
      </p>
      {SECTIONS.map(({ title, paragraphs }) => {
        const isWanted = at !== '' && title.startsWith(`${at}. `)
        return (
          <section
            key={title}
            ref={isWanted ? wanted : undefined}
            aria-label={title}
            className={`mb-3 ${isWanted ? 'border-l-4 border-hot pl-3' : ''}`}
          >
            <h3 className="font-bold">{title}</h3>
            {paragraphs.map((words) => (
              <p key={words.slice(0, 60)} className="mb-1.5 text-small">
                {words}
              </p>
            ))}
          </section>
        )
      })}
    </>
  )
}

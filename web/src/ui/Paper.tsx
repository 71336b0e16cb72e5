import { useRef, useState, type ReactNode } from 'react'
import { saveFile } from '../lib/save-file'
import { standalone } from '../lib/standalone'

/** Papers there are: the size of a page, and what it is called. */
export const PAPERS = {
  a4: 'A4',
  a6: 'A6',
  pocket: 'pocket, folds to 90 × 55 mm',
} as const
export type PaperSize = keyof typeof PAPERS

interface PaperProps {
  size: PaperSize
  onSize: (size: PaperSize) => void
  /** What the file is called. */
  title: string
  /** What stands on each page. */
  pages: readonly ReactNode[]
}

/** A printed page as it will be: its size chosen, printed by the browser, or saved as a file that opens anywhere. */
export function Paper({ size, onSize, title, pages }: PaperProps) {
  const sheet = useRef<HTMLDivElement>(null)
  const [problem, setProblem] = useState('')
  const save = async () => {
    if (!sheet.current) return
    try {
      saveFile(`${title}.html`, await standalone(sheet.current, title), 'text/html')
      setProblem('')
    } catch {
      setProblem('The file could not be made, because Veltrin can’t be reached. Try again.')
    }
  }
  return (
    <div className="min-w-0">
      <div className="no-print mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <div className="flex gap-3" role="radiogroup" aria-label="Paper">
          {(Object.keys(PAPERS) as PaperSize[]).map((one) => (
            <label key={one} className="flex items-center gap-1.5">
              <input type="radio" name="paper" checked={size === one} onChange={() => onSize(one)} />
              {PAPERS[one]}
            </label>
          ))}
        </div>
        <button type="button" className="press" onClick={() => window.print()}>
          Print
        </button>
        <button type="button" className="press" onClick={() => void save()}>
          Save as a file
        </button>
        {problem && (
          <span role="alert" className="text-hot">
            {problem}
          </span>
        )}
      </div>
      <div className="overflow-x-auto">
        <div ref={sheet} className="papers">
          {pages.map((page, i) => (
            <div key={i} className={`paper paper-${size}`}>
              {page}
            </div>
          ))}
        </div>
      </div>
    </div>
  )
}

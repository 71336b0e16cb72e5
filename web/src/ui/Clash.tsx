export interface Side {
  name: string
  mine: string
  theirs: string
}

interface ClashProps {
  /** What it is, as a sentence begins: "This lesson". */
  what: string
  sides: readonly Side[]
  onMine: () => void
  onTheirs: () => void
}

/** Somebody else has saved it in the meantime: both sides, and which of them is to stay. */
export function Clash({ what, sides, onMine, onTheirs }: ClashProps) {
  const differing = sides.filter(({ mine, theirs }) => mine !== theirs)
  return (
    <section role="alert" aria-label="Changed elsewhere" className="border-l-4 border-hot bg-lit px-3 py-2">
      <p className="font-semibold">{what} was changed elsewhere since you opened it. Nothing was lost.</p>
      <table className="mt-1 w-full text-left">
        <thead>
          <tr>
            <th className="pr-4 font-normal text-quiet">field</th>
            <th className="pr-4 font-normal text-quiet">yours</th>
            <th className="font-normal text-quiet">the newer one</th>
          </tr>
        </thead>
        <tbody>
          {differing.map(({ name, mine, theirs }) => (
            <tr key={name} className="align-top">
              <th scope="row" className="pr-4 font-normal text-quiet">
                {name}
              </th>
              <td className="pr-4 whitespace-pre-line">{mine || 'nothing'}</td>
              <td className="whitespace-pre-line">{theirs || 'nothing'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {differing.length === 0 && <p>Both say the same here.</p>}
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="press" onClick={onMine}>
          Save mine instead
        </button>
        <button type="button" className="press" onClick={onTheirs}>
          Use the newer one
        </button>
      </p>
    </section>
  )
}

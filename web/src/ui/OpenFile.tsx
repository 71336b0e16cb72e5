interface OpenFileProps {
  words: string
  /** Endings and types that are offered. */
  accept: string
  onFile: (file: File) => void
}

/** A button that opens a file of the user's; the same file can be opened again. */
export function OpenFile({ words, accept, onFile }: OpenFileProps) {
  return (
    <label className="press cursor-pointer">
      {words}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) onFile(file)
        }}
      />
    </label>
  )
}

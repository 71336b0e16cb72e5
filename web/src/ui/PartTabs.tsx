import { Tabs } from 'radix-ui'

interface PartTabsProps {
  label: string
  parts: readonly (readonly [string, string])[]
}

/** The parts of a place, by value and words, in a row. */
export function PartTabs({ label, parts }: PartTabsProps) {
  return (
    <Tabs.List className="no-print flex flex-wrap gap-x-5 gap-y-1" aria-label={label}>
      {parts.map(([value, words]) => (
        <Tabs.Trigger
          key={value}
          value={value}
          className="pb-1 text-quiet data-[state=active]:border-b-2 data-[state=active]:border-hot data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {words}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  )
}

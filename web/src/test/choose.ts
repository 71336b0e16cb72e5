import { fireEvent, screen } from '@testing-library/react'

// jsdom has no layout to scroll in.
Element.prototype.scrollIntoView = () => undefined

/** Open the list of a choice and take the word. */
export function choose(label: string, words: string) {
  fireEvent.keyDown(screen.getByRole('combobox', { name: label }), { key: 'Enter' })
  fireEvent.click(screen.getByRole('option', { name: words }))
}

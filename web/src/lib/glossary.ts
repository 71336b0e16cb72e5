import glossary from '../../../docs/schema/glossary.json'

/** Words of the trade and of the model, each with its meaning; core declares them. */
export const GLOSSARY: Record<string, string> = glossary
export type Term = keyof typeof glossary

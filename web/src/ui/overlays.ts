// What is laid over a page, from its package: a file of its own, fetched once the page stands (use-overlays.ts).
export { DropdownMenu, Popover, Select, Toast } from 'radix-ui'

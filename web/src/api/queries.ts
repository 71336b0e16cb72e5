import { QueryClient, type InvalidateOptions, type InvalidateQueryFilters } from '@tanstack/react-query'

/** The page's questions to the server, and their answers. */
export class Queries extends QueryClient {
  /**
   * What was asked before is asked again. The library lets the first answer of a question that is still on its way
   * arrive and takes it for new, though the server may have read it before the change: here it is given up.
   */
  override async invalidateQueries(
    filters: InvalidateQueryFilters = {},
    options?: InvalidateOptions,
  ): Promise<void> {
    await this.cancelQueries({
      ...(filters.queryKey && { queryKey: filters.queryKey }),
      predicate: (query) =>
        query.state.data === undefined && query.isActive() && (filters.predicate?.(query as never) ?? true),
    })
    await super.invalidateQueries(filters, options)
  }
}

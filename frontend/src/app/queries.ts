/** The client of the server's answers that are shown. */
import { QueryClient, type InvalidateOptions, type InvalidateQueryFilters, type QueryKey } from "@tanstack/react-query";

/**
 * A query client whose invalidation also reaches queries that have no answer yet. The library lets a first request run
 * on: its answer, asked for before the change, would stay on the screen.
 */
export class FreshQueryClient extends QueryClient {
  override async invalidateQueries<Key extends QueryKey = QueryKey>(filters?: InvalidateQueryFilters<Key>, options?: InvalidateOptions): Promise<void> {
    const unanswered = this.getQueryCache().findAll(filters).filter((query) => query.state.data === undefined && query.state.fetchStatus !== "idle");
    await Promise.all(unanswered.map((query) => query.cancel({ revert: true, silent: true })));
    await super.invalidateQueries(filters, options);
  }
}

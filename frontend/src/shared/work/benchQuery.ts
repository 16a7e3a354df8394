/** What lies on the bench, asked for the same way by the bench and by a work that looks ahead to going back to it. */
import { queryOptions } from "@tanstack/react-query";
import { api, type Words } from "../../api/client";
import type { Shelf } from "../../api/types";

export const WHOLE_BENCH: Shelf = { search: "", archived: false, whole: "" };

export const benchQuery = ({ dialect, fine }: Words, shelf: Shelf) =>
  queryOptions({
    queryKey: ["bench", dialect, fine, shelf],
    queryFn: ({ signal }) => api.bench({ dialect, fine }, shelf, signal),
  });

/** How far something in the making is, asked now and then by its token; nothing while none is made. */
import { useQuery } from "@tanstack/react-query";
import { api } from "../../api/client";

const ASK_MS = 500;

export const newToken = (): string => `${Math.random().toString(36).slice(2)}t`;

export function useMaking(token: string) {
  const { data } = useQuery({
    queryKey: ["making", token],
    queryFn: ({ signal }) => api.making(token, signal),
    enabled: token !== "",
    refetchInterval: ASK_MS,
    gcTime: 0,
  });
  return token !== "" && data && data.whole > 0 ? data : undefined;
}

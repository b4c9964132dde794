/**
 * Where labels stand that would like to stand at some heights: in the same order, at least a gap apart, none below the lowest
 * place unless there are too many.
 */
export function spread(wished: number[], gap: number, lowest: number): number[] {
  const order = wished.map((_, at) => at).sort((a, b) => (wished[a] ?? 0) - (wished[b] ?? 0));
  const places = [...wished];
  const place = (rank: number) => places[order[rank] ?? -1] ?? 0;
  const put = (rank: number, top: number) => {
    const at = order[rank];
    if (at !== undefined) places[at] = top;
  };
  for (let rank = 1; rank < order.length; rank++) put(rank, Math.max(place(rank), place(rank - 1) + gap));
  let limit = lowest;
  for (let rank = order.length - 1; rank >= 0 && place(rank) > limit; rank--, limit -= gap) put(rank, limit);
  return places;
}

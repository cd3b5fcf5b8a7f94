/** Works through a list in order, so many at once; after the first failure nothing more is begun. */
export async function inPieces<T, R>(list: readonly T[], atOnce: number, work: (item: T) => Promise<R>): Promise<R[]> {
  const results: R[] = [];
  let next = 0;
  const one = async (): Promise<void> => {
    while (next < list.length) {
      const at = next++;
      try {
        results[at] = await work(list[at]!);
      } catch (error) {
        next = list.length;
        throw error;
      }
    }
  };
  await Promise.all(Array.from({ length: Math.min(atOnce, list.length) }, one));
  return results;
}

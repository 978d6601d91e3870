/**
 * The number of rank n (from 0) of a list, which is put in another order for it; linear on average (C. A. R. Hoare,
 * Algorithm 65: Find, 1961).
 */
export function nthSmallest(list: Float64Array, n: number): number {
  let [low, high] = [0, list.length - 1];
  while (low < high) {
    const pivot = list[(low + high) >> 1] ?? 0;
    let [i, j] = [low, high];
    while (i <= j) {
      while ((list[i] ?? 0) < pivot) i++;
      while ((list[j] ?? 0) > pivot) j--;
      if (i > j) break;
      const swap = list[i] ?? 0;
      list[i++] = list[j] ?? 0;
      list[j--] = swap;
    }
    if (n <= j) high = j;
    else if (n >= i) low = i;
    else break;
  }
  return list[n] ?? 0;
}

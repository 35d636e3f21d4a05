/** The parts of jstat that are used; the package ships no types. */
declare module 'jstat' {
  interface JStat {
    noncentralt: { cdf: (x: number, degrees: number, noncentrality: number) => number }
    studentt: { inv: (share: number, degrees: number) => number, cdf: (x: number, degrees: number) => number }
    normal: { cdf: (x: number, mean: number, deviation: number) => number, inv: (share: number, mean: number, deviation: number) => number }
  }
  const module: { jStat: JStat }
  export default module
}

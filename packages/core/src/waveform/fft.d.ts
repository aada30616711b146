/** The part of the library that is used; it brings no types. */
declare module 'fft.js' {
  export default class FFT {
    /** @param size a power of two */
    constructor(size: number);
    /** Room for a transform: real and imaginary parts take turns. */
    createComplexArray(): number[];
    realTransform(output: number[], input: readonly number[]): void;
  }
}

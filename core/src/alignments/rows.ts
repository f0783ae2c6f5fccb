/** Rows of a few numbers each, packed into one typed array that grows. */
export class Rows<T extends Float64Array | Int32Array> {
  private data: T;
  private readonly stride: number;
  private readonly make: (size: number) => T;
  count = 0;

  constructor(stride: number, make: (size: number) => T) {
    this.stride = stride;
    this.make = make;
    this.data = make(stride * 1024);
  }

  push(row: readonly number[]): void {
    const at = this.count * this.stride;
    if (at + this.stride > this.data.length) {
      const larger = this.make(this.data.length * 2);
      larger.set(this.data);
      this.data = larger;
    }
    for (let k = 0; k < this.stride; k++) this.data[at + k] = row[k] ?? -1;
    this.count++;
  }

  at(row: number, column: number): number {
    return this.data[row * this.stride + column]!;
  }

  /** The packed numbers themselves, for loops that must be fast; no copy, and only good until the next push. */
  raw = (): T => this.data;

  /** The numbers of a row up to the first below zero. */
  listAt(row: number): number[] {
    const list: number[] = [];
    for (let k = 0; k < this.stride && this.at(row, k) >= 0; k++) list.push(this.at(row, k));
    return list;
  }
}

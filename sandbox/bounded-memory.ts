/**
 * Bounds the memory of WebAssembly modules in this thread: what would grow beyond is told that there is none,
 * which PostgreSQL answers with an error of its own. A thread's own limits do not reach this memory.
 */
export class BoundedMemory {
  private most = Infinity
  private used = 0

  constructor() {
    const grow = WebAssembly.Memory.prototype.grow
    const allow = (memory: WebAssembly.Memory, pages: number): void => {
      const wanted = memory.buffer.byteLength + pages * PAGE
      if (wanted > this.most) throw new RangeError('No more memory is given.')
      this.used = wanted
    }
    WebAssembly.Memory.prototype.grow = function (pages) {
      allow(this, pages)
      return grow.call(this, pages)
    }
  }

  /** Whether less than half of what was allowed is left. */
  get isScarce(): boolean {
    return this.used > ENGINE_BYTES && this.used > this.most - (this.most - ENGINE_BYTES) / 2
  }

  /** A new engine is starting: it may have what it needs. */
  forNewEngine(): void {
    this.used = ENGINE_BYTES
    this.most = Infinity
  }

  /** From now on at most so much more than is used. */
  allowMore(bytes: number): void {
    this.most = Math.max(this.used, ENGINE_BYTES) + bytes
  }
}

const PAGE = 65_536
/** What the engine has from the beginning. */
const ENGINE_BYTES = 192 * 2 ** 20

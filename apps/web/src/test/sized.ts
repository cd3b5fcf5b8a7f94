/** Gives every box that is watched this size, as a browser with a layout would. */
export function sized(width: number, height: number): void {
  window.ResizeObserver = class {
    constructor(private readonly tell: ResizeObserverCallback) {}
    observe(target: Element): void {
      this.tell([{ target, contentRect: { width, height } } as unknown as ResizeObserverEntry], this);
    }
    unobserve(): void {}
    disconnect(): void {}
  };
}

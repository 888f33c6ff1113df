/** Goes to a page by loading it whole, so that nothing of the person before stays in the browser's memory. */
export function fullLoad(path: string): void {
  window.location.assign(path);
}

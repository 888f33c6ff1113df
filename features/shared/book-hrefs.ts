/** Where the pages of the book's things are. */
export const componentHref = (key: string): string => `/book/component/${key}`;
export const codeHref = (code: string): string => `/book/code/${code}`;
export const engineHref = (engine: string): string => `/book/engine/${encodeURIComponent(engine)}`;
export const modelHref = (make: string, model: string): string =>
  `/book/model/${encodeURIComponent(make)}/${encodeURIComponent(model)}`;

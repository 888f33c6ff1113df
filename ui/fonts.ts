import localFont from "next/font/local";

/* The letters that nearly every page needs are asked for with the page itself; those of other languages only where one is written. */

const barlow = localFont({
  src: [
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-400-normal.woff2", weight: "400" },
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-500-normal.woff2", weight: "500" },
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-600-normal.woff2", weight: "600" },
  ],
  variable: "--font-barlow",
  fallback: ["sans-serif"],
});

const barlowCondensed = localFont({
  src: "../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff2",
  weight: "600",
  variable: "--font-barlow-condensed",
  fallback: ["sans-serif"],
});

const b612Mono = localFont({
  src: "../node_modules/@fontsource/b612-mono/files/b612-mono-latin-400-normal.woff2",
  weight: "400",
  variable: "--font-b612-mono",
  adjustFontFallback: false,
  fallback: ["monospace"],
});

/* Latin letters of other languages: Š, ł, ő. The loader wants each value written out. */

const barlowExt = localFont({
  src: [
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-ext-400-normal.woff2", weight: "400" },
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-ext-500-normal.woff2", weight: "500" },
    { path: "../node_modules/@fontsource/barlow/files/barlow-latin-ext-600-normal.woff2", weight: "600" },
  ],
  variable: "--font-barlow-ext",
  preload: false,
  adjustFontFallback: false,
  declarations: [
    {
      prop: "unicode-range",
      value: "U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1D00-1DBF, U+1E00-1E9F, U+1EF2-1EFF",
    },
  ],
});

const barlowCondensedExt = localFont({
  src: "../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-ext-600-normal.woff2",
  weight: "600",
  variable: "--font-barlow-condensed-ext",
  preload: false,
  adjustFontFallback: false,
  declarations: [
    {
      prop: "unicode-range",
      value: "U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1D00-1DBF, U+1E00-1E9F, U+1EF2-1EFF",
    },
  ],
});

/** Classes that make the fonts' names known; the style sheet puts them in their order. */
export const FONTS = [barlow, barlowCondensed, b612Mono, barlowExt, barlowCondensedExt]
  .map(({ variable }) => variable)
  .join(" ");

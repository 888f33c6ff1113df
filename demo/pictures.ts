import sharp from "sharp";

/** Pictures as a phone would take them in the made-up workshop: drawn here, so that they show nobody and nothing real. */

const picture = (drawing: string) =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800">${drawing}</svg>`))
    .jpeg({ quality: 82 })
    .toBuffer();

const dial = (x: number, needle: number) =>
  `<circle cx="${x}" cy="420" r="230" fill="#16191b" stroke="#5a6266" stroke-width="6"/>` +
  Array.from(
    { length: 13 },
    (_, tick) =>
      `<rect x="${x - 3}" y="205" width="6" height="34" fill="#c9cfd1" transform="rotate(${-120 + tick * 20} ${x} 420)"/>`,
  ).join("") +
  `<rect x="${x - 4}" y="240" width="8" height="190" fill="#d8552b" transform="rotate(${needle} ${x} 420)"/>` +
  `<circle cx="${x}" cy="420" r="22" fill="#2a2f31"/>`;

/** An instrument cluster with one lamp lit. */
export function dashLamp(): Promise<Buffer> {
  const lamp =
    `<rect x="546" y="560" width="108" height="70" rx="14" fill="#f2a73b"/>` +
    `<rect x="572" y="540" width="56" height="24" rx="6" fill="#f2a73b"/>` +
    `<rect x="522" y="580" width="28" height="30" rx="6" fill="#f2a73b"/>` +
    `<rect x="650" y="580" width="28" height="30" rx="6" fill="#f2a73b"/>`;
  return picture(`<rect width="1200" height="800" fill="#0c0e0f"/>${dial(300, -30)}${dial(900, 12)}${lamp}`);
}

/** A sensor's lead with its sleeve burnt through, on a flange. */
export function burntLead(): Promise<Buffer> {
  return picture(
    `<rect width="1200" height="800" fill="#4b4641"/>` +
      `<circle cx="760" cy="430" r="300" fill="#8d8378"/><circle cx="760" cy="430" r="170" fill="#2b2826"/>` +
      `<path d="M0 620 C 260 560, 380 420, 560 400 S 900 260, 1200 180" fill="none" stroke="#1a1a1a" stroke-width="46"/>` +
      `<path d="M520 408 C 560 398, 600 392, 640 378" fill="none" stroke="#b96a2d" stroke-width="26" stroke-dasharray="14 6"/>`,
  );
}

/** A door's loom at the hinge: the improved one, in a grey ribbed sleeve. */
export function sleevedLoom(): Promise<Buffer> {
  const bend = "M330 800 C 330 560, 470 470, 620 430 S 880 330, 880 0";
  return picture(
    `<rect width="1200" height="800" fill="#3a4650"/><rect x="640" width="560" height="800" fill="#566673"/>` +
      `<rect x="600" width="70" height="800" fill="#20262b"/>` +
      `<path d="${bend}" fill="none" stroke="#1b1d1f" stroke-width="64"/>` +
      `<path d="M352 640 C 400 540, 500 480, 620 430 S 800 350, 846 240" fill="none" stroke="#a9adb0" stroke-width="96"/>` +
      `<path d="M352 640 C 400 540, 500 480, 620 430 S 800 350, 846 240" fill="none" stroke="#7d8285" stroke-width="96" stroke-dasharray="5 19"/>`,
  );
}

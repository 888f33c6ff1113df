import "server-only";
import sharp, { type Sharp } from "sharp";

/** A picture or document as it is kept. */
export interface KeptFile {
  readonly mediaType: MediaType;
  readonly content: Buffer;
  readonly thumbnail: Buffer | null;
  readonly width: number | null;
  readonly height: number | null;
}

export type MediaType = "image/jpeg" | "image/png" | "image/webp" | "application/pdf";

export type FileProblem = "unknown" | "broken" | "too-large-picture";

export type ReadFile =
  { readonly ok: true; readonly file: KeptFile } | { readonly ok: false; readonly problem: FileProblem };

export const MOST_FILE_BYTES = 15 * 1024 * 1024;
/** A camera of today makes 50 million points; more is not a photo but an attack on memory. */
const MOST_PIXELS = 80_000_000;
/** No camera makes a strip: a picture of one dot by eighty million is work without end for whoever scales it. */
const MOST_DOTS_A_SIDE = 20_000;
/** A picture that takes longer than this is none that a phone took. */
const MOST_SECONDS = 20;
/** Wide enough to read a plate on, small enough for a phone in a pit. */
const MOST_SIDE = 2560;
const THUMBNAIL_SIDE = 320;
const JPEG_QUALITY = 84;

/** What a file's first bytes say that it is, whatever its name says; null for all that is not taken. */
export function sniff(bytes: Buffer): MediaType | null {
  if (bytes.length > 3 && bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return "image/jpeg";
  if (bytes.subarray(0, 8).equals(Buffer.from("89504e470d0a1a0a", "hex"))) return "image/png";
  if (bytes.subarray(0, 4).toString("latin1") === "RIFF" && bytes.subarray(8, 12).toString("latin1") === "WEBP")
    return "image/webp";
  if (bytes.subarray(0, 5).toString("latin1") === "%PDF-") return "application/pdf";
  return null;
}

/**
 * Checks a file by its content. A picture is turned the way it was held, made no larger than a screen needs and written anew, so
 * that nothing of place, time and device that the camera noted is left in it; a PDF is kept as it is.
 */
export async function readFile(bytes: Buffer): Promise<ReadFile> {
  const mediaType = sniff(bytes);
  if (!mediaType) return { ok: false, problem: "unknown" };
  if (mediaType === "application/pdf") return readPdf(bytes);
  try {
    const { width = 0, height = 0 } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (width * height > MOST_PIXELS || Math.max(width, height) > MOST_DOTS_A_SIDE)
      return { ok: false, problem: "too-large-picture" };
    const { data, info } = await encoded(upright(bytes), mediaType).toBuffer({ resolveWithObject: true });
    const small = { width: THUMBNAIL_SIDE, height: THUMBNAIL_SIDE, fit: "inside", withoutEnlargement: true } as const;
    const thumbnail = await sharp(data).resize(small).webp({ quality: 75 }).toBuffer();
    return { ok: true, file: { mediaType, content: data, thumbnail, width: info.width, height: info.height } };
  } catch {
    return { ok: false, problem: "broken" };
  }
}

function upright(bytes: Buffer): Sharp {
  const fit = { width: MOST_SIDE, height: MOST_SIDE, fit: "inside", withoutEnlargement: true } as const;
  return sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" })
    .timeout({ seconds: MOST_SECONDS })
    .rotate()
    .resize(fit);
}

function encoded(picture: Sharp, mediaType: MediaType): Sharp {
  if (mediaType === "image/png") return picture.png();
  if (mediaType === "image/webp") return picture.webp({ quality: JPEG_QUALITY });
  return picture.jpeg({ quality: JPEG_QUALITY });
}

/** A PDF ends with its own mark, save for some white space: one that was cut off on its way does not. */
const PDF_END_BYTES = 2048;

function readPdf(bytes: Buffer): ReadFile {
  if (!bytes.subarray(-PDF_END_BYTES).toString("latin1").includes("%%EOF")) return { ok: false, problem: "broken" };
  const file = { mediaType: "application/pdf", content: bytes, thumbnail: null, width: null, height: null } as const;
  return { ok: true, file };
}

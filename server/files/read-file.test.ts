import sharp from "sharp";
import { describe, expect, test } from "vitest";
import { readFile, sniff } from "./read-file";

const plain = () => sharp({ create: { width: 3000, height: 1500, channels: 3, background: "#884422" } });
const PLACE = { IFD3: { GPSLatitudeRef: "N", GPSLatitude: "61/1 30/1 0/1" }, IFD0: { Model: "Pocket camera" } };

const kept = async (bytes: Buffer) => {
  const read = await readFile(bytes);
  if (!read.ok) throw new Error(`refused: ${read.problem}`);
  return read.file;
};

describe("a picture", () => {
  test("is written anew without place and device, turned as it was held, and no larger than a screen needs", async () => {
    const photo = await plain().jpeg().withExif(PLACE).withMetadata({ orientation: 6 }).toBuffer();
    const before = await sharp(photo).metadata();
    expect([before.exif === undefined, before.orientation]).toEqual([false, 6]);
    const file = await kept(photo);
    const { exif, orientation, width, height, format } = await sharp(file.content).metadata();
    expect({ exif, orientation, width, height, format }).toEqual({
      exif: undefined,
      orientation: undefined,
      format: "jpeg",
      width: 1280,
      height: 2560,
    });
    expect([file.width, file.height, file.mediaType]).toEqual([1280, 2560, "image/jpeg"]);
    expect(file.content.includes("Pocket camera")).toBe(false);
    const small = await sharp(file.thumbnail ?? Buffer.alloc(0)).metadata();
    expect([small.width, small.height]).toEqual([160, 320]);
  });

  test("stays the kind that it is by its content, whatever it is called", async () => {
    for (const [bytes, type] of [
      [await plain().png().toBuffer(), "image/png"],
      [await plain().webp().toBuffer(), "image/webp"],
    ] as const) {
      const { mediaType, content } = await kept(bytes);
      expect([mediaType, sniff(content)]).toEqual([type, type]);
    }
  });

  test("that is damaged, cut off, another kind or an attack on memory is refused", async () => {
    const jpeg = await plain().jpeg().toBuffer();
    const problemOf = async (bytes: Buffer) => {
      const read = await readFile(bytes);
      return read.ok ? null : read.problem;
    };
    expect(await problemOf(jpeg.subarray(0, jpeg.length / 2))).toBe("broken");
    expect(await problemOf(Buffer.concat([jpeg.subarray(0, 40), Buffer.alloc(4000, 7)]))).toBe("broken");
    expect(await problemOf(Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'/>"))).toBe("unknown");
    expect(await problemOf(await plain().gif().toBuffer())).toBe("unknown");
    expect(await problemOf(Buffer.alloc(0))).toBe("unknown");
    const huge = sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: "#000" } });
    expect(await problemOf(await huge.png().toBuffer())).toBe("too-large-picture");
    // Few points, and work without end for whoever scales them.
    const strip = sharp({ create: { width: 1, height: 60_000, channels: 3, background: "#000" } });
    expect(await problemOf(await strip.png().toBuffer())).toBe("too-large-picture");
  });
});

test("a PDF is kept as it is, and one that was cut off is refused", async () => {
  const pdf = Buffer.from("%PDF-1.4\n1 0 obj\n<<>>\nendobj\ntrailer\n<<>>\n%%EOF\n");
  expect(await kept(pdf)).toEqual({
    mediaType: "application/pdf",
    content: pdf,
    thumbnail: null,
    width: null,
    height: null,
  });
  expect(await readFile(pdf.subarray(0, 30))).toEqual({ ok: false, problem: "broken" });
});

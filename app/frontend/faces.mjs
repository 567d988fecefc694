// Makes the TTF cuts that PDFs embed, and an index of what letters each of them has, read from its own character map.
import { readFile, writeFile } from "node:fs/promises";
import { createHash } from "node:crypto";
import { existsSync, readdirSync } from "node:fs";
import wawoff2 from "wawoff2";

const modules = "node_modules/@fontsource";
const HAN = /^\d+$/;

// The code points of a font, as its cmap table of format 4 or 12 says (OpenType 1.9, cmap).
function codePoints(ttf) {
  const view = new DataView(ttf.buffer, ttf.byteOffset, ttf.byteLength);
  const tables = view.getUint16(4);
  let cmap = 0;
  for (let i = 0; i < tables; i++) if (view.getUint32(12 + 16 * i) === 0x636d6170) cmap = view.getUint32(12 + 16 * i + 8);
  const found = new Set();
  for (let i = 0; i < view.getUint16(cmap + 2); i++) {
    const at = cmap + view.getUint32(cmap + 4 + 8 * i + 4);
    const format = view.getUint16(at);
    if (format === 12) {
      for (let g = 0; g < view.getUint32(at + 12); g++) {
        for (let c = view.getUint32(at + 16 + 12 * g); c <= view.getUint32(at + 20 + 12 * g); c++) found.add(c);
      }
    } else if (format === 4) {
      const segments = view.getUint16(at + 6) / 2;
      for (let s = 0; s < segments; s++) {
        const end = view.getUint16(at + 14 + 2 * s);
        const start = view.getUint16(at + 16 + 2 * (segments + s));
        const delta = view.getUint16(at + 16 + 2 * (2 * segments + s));
        const offsetAt = at + 16 + 2 * (3 * segments + s);
        const offset = view.getUint16(offsetAt);
        for (let c = start; c <= end && c !== 0xffff; c++) {
          const glyph = offset ? view.getUint16(offsetAt + offset + 2 * (c - start)) : (c + delta) & 0xffff;
          if (glyph) found.add(c);
        }
      }
    }
  }
  return [...found].sort((a, b) => a - b);
}

// The same font without a table: one glyph that stands for several letters (GSUB) could not be read aloud from a PDF.
function without(ttf, tag) {
  const view = new DataView(ttf.buffer, ttf.byteOffset, ttf.byteLength);
  const tables = [];
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + 16 * i;
    const name = String.fromCharCode(...ttf.subarray(at, at + 4));
    if (name !== tag) tables.push({ head: ttf.subarray(at, at + 16), from: view.getUint32(at + 8), length: view.getUint32(at + 12) });
  }
  const padded = (length) => (length + 3) & ~3;
  const out = new Uint8Array(12 + 16 * tables.length + tables.reduce((sum, t) => sum + padded(t.length), 0));
  const written = new DataView(out.buffer);
  const power = 2 ** Math.floor(Math.log2(tables.length));
  out.set(ttf.subarray(0, 4));
  [tables.length, power * 16, Math.log2(power), tables.length * 16 - power * 16].forEach((n, i) => written.setUint16(4 + 2 * i, n));
  let at = 12 + 16 * tables.length;
  tables.forEach((t, i) => {
    out.set(t.head, 12 + 16 * i);
    written.setUint32(12 + 16 * i + 8, at);
    out.set(ttf.subarray(t.from, t.from + t.length), at);
    at += padded(t.length);
  });
  return out;
}

function ranges(points) {
  const out = [];
  for (const c of points) {
    const last = out.at(-1);
    if (last && last[1] === c - 1) last[1] = c;
    else out.push([c, c]);
  }
  return out.map(([a, b]) => (a === b ? a.toString(16) : `${a.toString(16)}-${b.toString(16)}`)).join(",");
}

const isCjk = (points) => points.some((c) => (c >= 0x3000 && c <= 0x30ff) || (c >= 0x4e00 && c <= 0x9fff));
const slices = (family) => readdirSync(`${modules}/${family}/files`)
  .map((name) => name.match(new RegExp(`^${family}-(.+)-400-normal\\.woff2$`))?.[1])
  .filter((part) => part && HAN.test(part))
  .sort((a, b) => a - b);

// In the order in which they are tried: our own two families first, then what they lack.
async function makeFaces(out) {
  const wanted = [];
  for (const family of ["hanken-grotesk", "source-serif-4"]) for (const part of ["latin", "latin-ext"]) wanted.push([family, part, [400, 600]]);
  for (const part of ["latin", "latin-ext", "vietnamese", "greek", "greek-ext", "cyrillic", "cyrillic-ext"]) wanted.push(["noto-sans", part, [400, 600]]);
  wanted.push(["noto-sans-hebrew", "hebrew", [400, 600]], ["noto-sans-arabic", "arabic", [400, 600]]);
  for (const family of ["noto-sans-jp", "noto-sans-sc"]) for (const part of slices(family)) wanted.push([family, part, [400]]);
  const index = [];
  for (const [family, part, weights] of wanted) {
    let points = null;
    for (const weight of weights) {
      const file = `${family}-${part}-${weight}.ttf`;
      await writeFile(`${out}/${file}`, without(await wawoff2.decompress(await readFile(`${modules}/${family}/files/${family}-${part}-${weight}-normal.woff2`)), "GSUB"));
      points ??= codePoints(await readFile(`${out}/${file}`));
    }
    if (HAN.test(part) && !isCjk(points)) continue;
    index.push(`${family} ${part} ${weights.join("/")} ${ranges(points)}`);
  }
  await writeFile(`${out}/faces.txt`, index.join("\n") + "\n");
}

// The cuts of this very script; those that another one made are made again.
export async function makeFacesOnce(out) {
  const script = createHash("sha256").update(await readFile(new URL(import.meta.url))).digest("hex");
  const mark = `${out}/made-by.txt`;
  if (existsSync(mark) && (await readFile(mark, "utf8")) === script) return;
  await makeFaces(out);
  await writeFile(mark, script);
}

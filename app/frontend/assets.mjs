// Copies scripts and web fonts into the application's static folder and makes the TTF cuts that PDFs embed.
import { copyFile, mkdir, readFile, writeFile } from "node:fs/promises";
import { existsSync } from "node:fs";
import wawoff2 from "wawoff2";

const out = process.env.OUT;
const modules = "node_modules";
for (const folder of ["static/js", "static/fonts", "pdf-fonts"]) await mkdir(`${out}/${folder}`, { recursive: true });

await copyFile(`${modules}/htmx.org/dist/htmx.min.js`, `${out}/static/js/htmx.min.js`);
await copyFile("app.js", `${out}/static/js/app.js`);
for (const family of ["hanken-grotesk", "source-serif-4"]) {
  for (const part of ["latin", "latin-ext"]) {
    const file = `${family}-${part}-wght-normal.woff2`;
    await copyFile(`${modules}/@fontsource-variable/${family}/files/${file}`, `${out}/static/fonts/${file}`);
    for (const weight of [400, 600]) {
      const ttf = `${out}/pdf-fonts/${family}-${part}-${weight}.ttf`;
      if (existsSync(ttf)) continue;
      const woff2 = await readFile(`${modules}/@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff2`);
      await writeFile(ttf, await wawoff2.decompress(woff2));
    }
  }
}

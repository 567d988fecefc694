// Copies scripts and web fonts into the application's static folder.
import { copyFile, mkdir } from "node:fs/promises";
import { makeFacesOnce } from "./faces.mjs";

const out = process.env.OUT;
const modules = "node_modules";
for (const folder of ["static/js", "static/fonts", "pdf-fonts"]) await mkdir(`${out}/${folder}`, { recursive: true });

await copyFile(`${modules}/htmx.org/dist/htmx.min.js`, `${out}/static/js/htmx.min.js`);
await copyFile(`${modules}/idiomorph/dist/idiomorph.min.js`, `${out}/static/js/idiomorph.min.js`);
for (const script of ["app.js", "answers.js", "paper.js", "parts.js", "sign.js", "look.js"]) await copyFile(script, `${out}/static/js/${script}`);
for (const family of ["hanken-grotesk", "source-serif-4"]) {
  for (const part of ["latin", "latin-ext"]) {
    const file = `${family}-${part}-wght-normal.woff2`;
    await copyFile(`${modules}/@fontsource-variable/${family}/files/${file}`, `${out}/static/fonts/${file}`);
  }
}
await makeFacesOnce(`${out}/pdf-fonts`);

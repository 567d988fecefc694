// A paper that is computed while it is typed: the answer is grown into the page, and nothing that a person holds is touched.
(() => {
  const $$ = (selector) => [...document.querySelectorAll(selector)];
  const isPaper = (event) => event.detail.target?.id === "typed";
  const fields = () => $$("#typed input:not([type=hidden]):not([type=radio]):not([type=file]), #typed textarea, #typed select").filter((field) => field.id);
  const held = (field) => (field.type === "checkbox" ? field.checked : field.value);

  // What was typed while the answer was on its way stays, and is computed again.
  let sent = new Map();
  let typedMeanwhile = new Set();
  document.addEventListener("htmx:beforeRequest", (event) => {
    if (isPaper(event)) sent = new Map(fields().map((field) => [field.id, held(field)]));
  });
  document.addEventListener("htmx:beforeSwap", (event) => {
    if (isPaper(event)) typedMeanwhile = new Set(fields().filter((field) => sent.has(field.id) && sent.get(field.id) !== held(field)).map((field) => field.id));
  });
  document.addEventListener("htmx:afterSettle", () => {
    if (!typedMeanwhile.size) return;
    typedMeanwhile = new Set();
    document.body.dispatchEvent(new Event("retype"));
  });
  const beforeNodeMorphed = (here, fresh) => !fresh.dataset?.stands && !typedMeanwhile.has(here.id);
  htmx.defineExtension("paper", {
    isInlineSwap: (style) => style === "grow",
    handleSwap: (style, target, fragment) => style === "grow" && Idiomorph.morph(target, fragment.children, { morphStyle: "outerHTML", callbacks: { beforeNodeMorphed } }),
  });

  // Looking for a customer, or attaching a file, is no change of the paper.
  document.addEventListener("htmx:load", () => $$(".chooser:not([data-quiet]), .attaching:not([data-quiet])").forEach((chooser) => {
    chooser.dataset.quiet = "";
    ["input", "change"].forEach((kind) => chooser.addEventListener(kind, (event) => event.stopPropagation()));
  }));
  // A word whose search was cut off by the paper's own refresh is looked for again.
  document.addEventListener("htmx:afterSettle", () => {
    const who = document.querySelector(".chooser [name=who]");
    if (who && who.value && !document.querySelector(".chooser .choices").childElementCount) who.dispatchEvent(new Event("input"));
  });
})();

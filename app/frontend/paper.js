// A paper that is computed while it is typed: the answer is grown into the page, and nothing that a person holds is touched.
(() => {
  const $$ = (selector) => [...document.querySelectorAll(selector)];
  const isPaper = (event) => event.detail.target?.id === "typed";
  const fields = () => $$("#typed input:not([type=hidden]):not([type=radio]):not([type=file]), #typed textarea, #typed select").filter((field) => field.id);
  const held = (field) => (field.type === "checkbox" ? field.checked : field.value);

  // What was typed while the answer was on its way stays, and is computed again; each answer knows what was sent for it.
  const sent = new WeakMap();
  let typedMeanwhile = new Set();
  document.addEventListener("htmx:beforeRequest", (event) => {
    if (isPaper(event)) sent.set(event.detail.xhr, new Map(fields().map((field) => [field.id, held(field)])));
  });
  document.addEventListener("htmx:beforeSwap", (event) => {
    if (!isPaper(event)) return;
    const before = sent.get(event.detail.xhr) ?? new Map();
    typedMeanwhile = new Set(fields().filter((field) => before.has(field.id) && before.get(field.id) !== held(field)).map((field) => field.id));
  });
  document.addEventListener("htmx:afterSettle", () => {
    if (!typedMeanwhile.size) return;
    typedMeanwhile = new Set();
    document.body.dispatchEvent(new Event("retype"));
  });

  // A press takes the place of what is being computed. What waits to be computed goes out before, so that it is stopped as well, and
  // the press neither waits behind it nor gives way to what is typed next.
  document.addEventListener("htmx:confirm", (event) => {
    if (isPaper(event) && event.detail.elt.id !== "typed") htmx.trigger("#typed", "htmx:abort");
  });

  // What a refused press said stands until something is typed, also where an answer to earlier typing comes after it.
  let refusalStands = false;
  const isRefusal = (element) => element.matches?.("#typed .dock .problem");
  document.addEventListener("htmx:afterSwap", (event) => { if (isRefusal(event.detail.target)) refusalStands = true; });
  ["input", "change"].forEach((kind) => document.addEventListener(kind, (event) => { if (event.target.closest("#typed")) refusalStands = false; }));
  document.addEventListener("htmx:beforeRequest", (event) => { if (isPaper(event) && event.detail.elt.id !== "typed") refusalStands = false; });
  const beforeNodeMorphed = (here, fresh) => !fresh.dataset?.stands && !typedMeanwhile.has(here.id) && !(refusalStands && isRefusal(here));
  htmx.defineExtension("paper", {
    isInlineSwap: (style) => style === "grow",
    // Only what is inside is made to answer anew: the paper itself goes on knowing which of its requests are on their way.
    handleSwap: (style, target, fragment) => {
      if (style !== "grow") return false;
      Idiomorph.morph(target, fragment.children, { morphStyle: "outerHTML", callbacks: { beforeNodeMorphed } });
      return [...target.children];
    },
  });

  // Looking for a customer, or attaching a file, is no change of the paper.
  document.addEventListener("htmx:load", () => $$(".chooser:not([data-quiet]), .attaching:not([data-quiet])").forEach((chooser) => {
    chooser.dataset.quiet = "";
    ["input", "change"].forEach((kind) => chooser.addEventListener(kind, (event) => event.stopPropagation()));
  }));
  // A word whose search was cut off by the paper's own refresh is looked for again; one that is on its way, or was answered, is not.
  const asked = new WeakMap();
  const isSearch = (element) => element.matches?.(".chooser [name=who]");
  document.addEventListener("htmx:beforeRequest", (event) => { if (isSearch(event.detail.elt)) asked.set(event.detail.elt, event.detail.elt.value); });
  ["htmx:sendAbort", "htmx:sendError"].forEach((kind) => document.addEventListener(kind, (event) => asked.delete(event.detail.elt)));
  document.addEventListener("htmx:afterSettle", () => {
    const who = document.querySelector(".chooser [name=who]");
    if (who && who.value && asked.get(who) !== who.value) who.dispatchEvent(new Event("input"));
  });
})();

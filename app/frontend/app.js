// Keys, lists and the few things that HTML and htmx do not do by themselves.
(() => {
  const $ = (selector, root = document) => root.querySelector(selector);
  const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
  const typing = (target) => target.matches("input, textarea, select, [contenteditable]");

  const rows = () => $$("table[data-list] tbody tr[data-row]").filter((row) => row.offsetParent);
  const current = () => $("tr[aria-current='true']");
  function move(step) {
    const all = rows();
    if (!all.length) return;
    const next = all[Math.max(0, Math.min(all.length - 1, all.indexOf(current()) + step))];
    current()?.removeAttribute("aria-current");
    next.setAttribute("aria-current", "true");
    next.scrollIntoView({ block: "nearest" });
  }
  // The row that one stands on is still that row once an answer has taken its place; where it is done with, the one that took its place.
  let stoodOn = null;
  document.addEventListener("htmx:beforeSwap", () => {
    const row = current();
    if (row) stoodOn = { body: row.closest("tbody").id, table: row.closest("table").id, key: row.dataset.key, at: rows().indexOf(row) };
  });
  document.addEventListener("htmx:afterSettle", (event) => {
    const place = event.detail.target;
    const notNow = $("tr.beside input:not([type=hidden])", place) ?? (place.matches?.("tr") && $("tr.beside input:not([type=hidden])"));
    if (notNow) notNow.focus();
    if (!stoodOn || current()) return;
    const body = stoodOn.body && document.getElementById(stoodOn.body);
    const table = stoodOn.table && document.getElementById(stoodOn.table);
    const all = table ? $$("tr[data-row]", table) : [];
    const row = (body && $("tr[data-row]", body)) || (stoodOn.key && (all.find((one) => one.dataset.key === stoodOn.key) || all[Math.min(stoodOn.at, all.length - 1)]));
    if (row) { stoodOn = null; row.setAttribute("aria-current", "true"); }
  });
  function select(row) {
    if (!row) return;
    row.setAttribute("aria-selected", row.getAttribute("aria-selected") === "true" ? "false" : "true");
    const pick = $("[data-pick]", row);
    if (pick) pick.checked = row.getAttribute("aria-selected") === "true";
    addUp(row);
  }
  function addUp(row) {
    const table = row.closest("table");
    const chosen = $$("tr[aria-selected='true']", table);
    const place = $(`[data-selected-of="${table.id}"]`);
    if (!place) return;
    const sums = new Map();
    chosen.filter((one) => one.dataset.currency).forEach((one) => sums.set(one.dataset.currency, (sums.get(one.dataset.currency) || 0) + Number(one.dataset.minor || 0)));
    const totals = [...sums].map(([currency, minor]) => money(currency, minor)).join(" · ");
    place.textContent = chosen.length ? `${chosen.length} selected${totals ? `: ${totals}` : ""}` : "";
  }
  // Amounts of different currencies are never added; each has the decimals of its own.
  function money(currency, minor) {
    const format = new Intl.NumberFormat("en-GB", { style: "currency", currency, currencyDisplay: "code" });
    return format.format(minor / 10 ** format.resolvedOptions().maximumFractionDigits);
  }
  function open(row) { const link = row && ($("a[data-open]", row) || $("a", row)); if (link) link.click(); }

  function putAway() { const beside = $("tr.beside"); beside?.remove(); return beside; }

  const keys = {
    n: () => $("#new-menu")?.togglePopover(),
    "/": () => $("#find")?.focus(),
    "?": () => $("#keys")?.togglePopover(),
    j: () => move(1),
    k: () => move(-1),
    x: () => select(current()),
    a: () => {
      const step = $("[data-step]", current() || document) || $(".dock .act.main");
      if (step?.matches("[data-advance]")) move(1);
      step?.click();
    },
    l: () => { if (!putAway()) $(".later", current() ?? document.createElement("i"))?.click(); },
    e: () => $(".paper .in, .field input")?.focus(),
    0: () => $(".emblem")?.click(),
  };
  document.addEventListener("keydown", (event) => {
    if (event.key === "Escape" && typing(event.target)) { event.target.blur(); const found = $("#found"); if (found) found.textContent = ""; return; }
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
    if (event.key === "Enter" && event.target === document.body) { open(current()); return; }
    if ((event.key === "ArrowRight" || event.key === "ArrowLeft") && event.target.closest?.("[data-trail]")) { walkTrail(event); return; }
    if (event.key === "Escape") { if (!$("[popover]:popover-open") && !putAway()) history.back(); return; }
    if (document.body.dataset.keys !== "on") return;
    const act = keys[event.key] || (/^[1-5]$/.test(event.key) && (() => $(`.station[data-key="${event.key}"]`)?.click()));
    if (act) { event.preventDefault(); act(); }
  });
  function walkTrail(event) {
    const boxes = $$("a", event.target.closest("[data-trail]"));
    const to = boxes[boxes.indexOf(event.target.closest("a")) + (event.key === "ArrowRight" ? 1 : -1)];
    if (to) { event.preventDefault(); to.focus(); }
  }

  // An address that names a field, such as /customers/…#email, puts the cursor into it.
  const enterNamedField = () => { const field = document.getElementById(location.hash.slice(1)); if (field?.matches("input, textarea, select")) field.focus(); };
  window.addEventListener("hashchange", enterNamedField);
  document.addEventListener("htmx:afterSettle", (event) => { if (event.detail.elt === document.body) enterNamedField(); });
  enterNamedField();

  document.addEventListener("change", (event) => {
    const all = event.target.closest?.("[data-all]");
    if (all) $$(`input[name="${all.dataset.all}"]`, all.closest("form")).forEach((box) => { box.checked = all.checked; picked(box); });
    if (event.target.matches?.("[data-pick]")) picked(event.target);
  });
  function picked(box) {
    const row = box.closest("tr[data-row]");
    if (!row || !box.matches("[data-pick]")) return;
    row.setAttribute("aria-selected", String(box.checked));
    addUp(row);
  }
  document.addEventListener("click", (event) => {
    const head = event.target.closest("th[data-sort]");
    if (head) sort(head);
    if (!event.target.closest(".find")) { const found = $("#found"); if (found) found.textContent = ""; }
    const add = event.target.closest("[data-add]");
    if (add) addPart(add);
    if (event.target.closest("[data-print]")) window.print();
    const copy = event.target.closest("[data-copy]");
    if (copy) navigator.clipboard?.writeText(copy.dataset.copy).then(() => { copy.textContent = "Copied"; });
  });
  // What a person found is put into the addition of a bank line, which comes back with its remainder.
  function addPart(add) {
    const { url, key, title, most, currency, settles } = add.dataset;
    const addition = add.closest("[data-addition]");
    const at = $("[data-next]", addition).value;
    const values = { [`part${at}`]: key, [`title${at}`]: title, [`most${at}`]: most || "" };
    if (currency) Object.assign(values, { [`currency${at}`]: currency, [`settles${at}`]: settles });
    htmx.ajax("POST", url, { source: $("form", addition), target: $("[data-parts]", addition), swap: "outerHTML", select: "[data-parts]", values });
  }
  // What a search offers stays as it is once somebody walks in it: a late answer takes no button from under the cursor. A list is always what its filter says.
  document.addEventListener("htmx:beforeSwap", (event) => {
    const { target, requestConfig, xhr } = event.detail;
    if (xhr.status < 400 && requestConfig.elt.matches("input[hx-swap='innerHTML']") && target.contains(document.activeElement) && document.activeElement !== requestConfig.elt) event.detail.shouldSwap = false;
  });
  // One sheet that is filled for several rows never shows what it was filled with before.
  document.addEventListener("htmx:beforeRequest", (event) => { if (event.detail.target.matches("[popover]")) event.detail.target.replaceChildren(); });
  function sort(head) {
    const table = head.closest("table");
    const index = [...head.parentElement.children].indexOf(head);
    const down = head.getAttribute("aria-sort") === "ascending";
    $$("th[aria-sort]", table).forEach((other) => other.removeAttribute("aria-sort"));
    head.setAttribute("aria-sort", down ? "descending" : "ascending");
    const value = (row) => row.children[index]?.dataset.value ?? row.children[index]?.textContent.trim() ?? "";
    const numeric = head.dataset.sort === "number";
    const body = $("tbody", table);
    [...body.rows].sort((a, b) => (numeric ? Number(value(a)) - Number(value(b)) : value(a).localeCompare(value(b))) * (down ? -1 : 1)).forEach((row) => body.append(row));
  }
})();

// Without a connection: what is touched is kept in order, a run goes on by what the phone took along, and all of it is
// sent when the connection is back. What the book knows otherwise by then is shown beside it, and asked about.
(function () {
  "use strict";

  const me = document.querySelector('meta[name="keeper"]');
  const store = {
    read(name, otherwise) {
      try { return JSON.parse(localStorage.getItem("lamplight-" + name)) ?? otherwise; } catch (_blocked) { return otherwise; }
    },
    write(name, value) {
      try {
        if (value === null) localStorage.removeItem("lamplight-" + name);
        else localStorage.setItem("lamplight-" + name, JSON.stringify(value));
        return true;
      } catch (_full) { return false; }
    },
  };
  // Each touch has a place of its own: two tabs that keep at once, or one that keeps while another sends, take nothing
  // from each other. The place tells the order, and is what is cut out when the server has taken the touch.
  const PLACE = "lamplight-kept ";
  const kept = () => {
    try {
      const places = Object.keys(localStorage).filter((name) => name.startsWith(PLACE)).sort();
      return places.map((place) => ({ ...JSON.parse(localStorage.getItem(place)), place })).filter((one) => one.path);
    } catch (_blocked) { return []; }
  };
  const drop = (item) => localStorage.removeItem(item.place);
  const aside = new Map(); // what the server could not take, by place: its answer, shown once the rest is sent
  const made = (name, words, more) => Object.assign(document.createElement(name), { textContent: words || "" }, more);
  const clock = (at) => new Date(at).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

  if ("serviceWorker" in navigator) {
    if (me) {
      navigator.serviceWorker.register("/sw.js").then(() => navigator.serviceWorker.ready).then((ready) => {
        const paths = [...document.querySelectorAll("[data-keep]")].map((one) => new URL(one.dataset.keep, location).pathname);
        ready.active.postMessage({ take: [location.pathname, ...paths] });
      }).catch(() => { /* an old browser, or a certificate that is not trusted: everything wants a connection */ });
    } else if (location.pathname === "/sign-in") {
      caches.delete("lamplight-pages");
    }
  }

  // The page that says that there is no connection: what is on this phone, and another try.
  const away = document.querySelector("[data-no-connection]");
  if (away) {
    away.querySelector("[data-try-again]").addEventListener("click", () => location.reload());
    caches.open("lamplight-pages").then((pages) => pages.keys()).then((all) => {
      for (const one of all) {
        const path = new URL(one.url).pathname;
        if (path.endsWith("/ahead")) continue;
        pagesTitle(one).then((title) => {
          const line = made("li");
          line.append(made("a", title || path, { href: path }));
          away.querySelector("[data-list]").append(line);
          away.querySelector("[data-kept-pages]").hidden = false;
        });
      }
    });
  }
  function pagesTitle(request) {
    return caches.match(request, { cacheName: "lamplight-pages" }).then((answer) => answer.text()).then((text) =>
      new DOMParser().parseFromString(text, "text/html").title.replace(" · Lamplight", ""));
  }
  if (!me) return;

  // The server's clock counts; how far this one is from it was seen when it last answered.
  fetch("/healthz").then((answer) => answer.json()).then((told) => store.write("skew", Date.parse(told.now) - Date.now()), () => {});
  const present = () => Date.now() + store.read("skew", 0);

  // ---- what is kept

  // What may be kept is said by the server, which takes it later.
  const KEEPS = JSON.parse(me.dataset.keeps).map((pattern) => new RegExp(pattern));
  const pathOf = (form, submitter) => new URL((submitter && submitter.getAttribute("formaction")) || form.action, location).pathname;
  const mayKeep = (form, submitter) => form.method === "post" && KEEPS.some((one) => one.test(pathOf(form, submitter)));

  function wordsOf(form, submitter) {
    const title = form.closest("[data-run]") && document.querySelector("[data-step-title]");
    const button = submitter || form.querySelector("button");
    const ticked = [...form.querySelectorAll("input[name=job]:checked")].map((one) => one.parentElement.textContent.trim());
    const said = (button ? button.firstChild.textContent : "").trim().replace(/\s+/g, " ");
    return [title && title.textContent.trim(), ticked.join(", "), said].filter(Boolean).join(": ");
  }

  function keep(form, submitter) {
    const body = new URLSearchParams();
    let pictures = 0;
    for (const [name, value] of new FormData(form, submitter)) {
      if (typeof value !== "string") pictures += value.size > 0 ? 1 : 0;
      else if (name !== "csrf_token" && name !== "once") body.append(name, value);
    }
    const once = Array.from(crypto.getRandomValues(new Uint8Array(12)), (one) => one.toString(16).padStart(2, "0")).join("");
    body.append("once", once);
    const path = pathOf(form, submitter);
    const run = (path.match(/^\/runs\/(\d+)\//) || [])[1] || "";
    const at = new Date(present()).toISOString();
    const item = { path, once, body: body.toString(), at, by: me.content, site: me.dataset.site, words: wordsOf(form, submitter), run };
    try {
      localStorage.setItem(PLACE + orderNow() + " " + once, JSON.stringify(item));
    } catch (_full) {
      say("This phone keeps nothing more. Write it down by hand, and type it when the connection is back.", true);
      return null;
    }
    tellHowMany();
    if (pictures) say((pictures === 1 ? "The photo is" : "The photos are") + " not kept on this phone: take " + (pictures === 1 ? "it" : "them") + " again when the connection is back. All else is kept.", true);
    return { item, body };
  }

  // Later than all that is kept, whatever the clock does.
  function orderNow() {
    const last = kept().reduce((most, one) => Math.max(most, Number(one.place.slice(PLACE.length).split(" ")[0])), 0);
    return String(Math.max(Date.now(), last + 1)).padStart(15, "0");
  }

  const bar = document.getElementById("kept");
  function say(words, alert) {
    if (!bar) return;
    bar.hidden = !words;
    bar.textContent = words;
    bar.setAttribute("role", alert ? "alert" : "status");
  }
  function tellHowMany(others) {
    const count = kept().length;
    if (others) return say("Somebody else kept touches on this phone. They sign in here to send them.", true);
    say(count ? (count === 1 ? "One touch is" : count + " touches are") + " kept on this phone, sent when the connection is back." : "");
  }

  // ---- a run that goes on by itself

  const room = () => document.querySelector("[data-run]");
  const runId = () => (room() ? room().dataset.run : "");
  let book = null;

  function takeAlong() {
    if (!runId() || !room().dataset.place) return;
    const path = "/runs/" + runId() + "/ahead";
    const told = (answer) => (answer && answer.ok ? answer.json() : null);
    const fits = (known) => known && String(known.run) === runId() && known.edition === room().dataset.edition && known.places[room().dataset.place];
    const before = "caches" in window ? caches.match(path, { cacheName: "lamplight-pages" }).then(told) : Promise.resolve(null);
    before.then((known) => (fits(known) ? known : fetch(path).then(told, () => known))).then((known) => {
      if (!known || String(known.run) !== runId()) return;
      book = known;
      settleHere();
    });
  }

  function whereOf(run) { return store.read("run-" + run, null); }

  // Where the run stands on this phone: as the page says, or further on by what was kept since.
  function settleHere() {
    const run = runId();
    const known = whereOf(run);
    if (known && kept().some((one) => one.run === run)) {
      show(known.stack[known.stack.length - 1], true);
    } else {
      const dial = room().querySelector("[data-started]");
      const entered = dial ? present() - (Date.parse(dial.dataset.now) - Date.parse(dial.dataset.started)) : present();
      store.write("run-" + run, { stack: [{ place: room().dataset.place, entered, stood: 0 }] });
    }
  }

  function goOn(run, body) {
    const known = whereOf(run);
    if (!known || !book) return unknown();
    const here = known.stack[known.stack.length - 1];
    const place = book.places[here.place];
    if (!place) return unknown();
    const kind = body.get("answer");
    const text = body.get("text") || "";
    const elapsed = ((here.asked || present()) - here.entered) / 1000 - here.stood;
    if (kind === "note" || kind === "tipped" || kind === "pause" || kind === "resume" && !place.leads.resume) return stay(kind);
    const to = kind === "advance" && place.soon && elapsed < place.soon ? place.leads["advance early"]
      : place.leads[kind + "=" + text] || place.leads[kind];
    if (kind === "abandon") return over("Given up, as far as this phone knows.");
    if (!to) return unknown();
    const next = { place: to, entered: present(), stood: 0 };
    const same = to.split(" ")[0] === here.place.split(" ")[0];
    if (kind === "back" && known.stack.length > 1) {
      known.stack.pop();
    } else if (same) {
      // The same step with something before it, or without it again: its clock is the same one.
      Object.assign(next, { entered: here.entered, stood: here.stood });
      if (kind === "asked") next.asked = present();
      if (kind === "answered" && here.asked) next.stood += (present() - here.asked) / 1000;
      known.stack[known.stack.length - 1] = next;
    } else {
      known.stack.push(next);
    }
    store.write("run-" + run, known);
    show(known.stack[known.stack.length - 1], false);
    return true;
  }

  function stay(kind) {
    const done = { note: "The note is kept.", tipped: "Kept: tipped out.", pause: "Paused. The machine goes on, and so does its clock.", resume: "It goes on." }[kind];
    const place = room().querySelector(".run-words");
    place.prepend(made("p", done, { className: "notice" }));
    for (const form of room().querySelectorAll("form")) {
      const answer = form.querySelector("input[name=answer]");
      if (!answer) continue;
      if (kind === "pause" && answer.value === "pause") { answer.value = "resume"; form.querySelector("button").textContent = "Go on"; }
      else if (kind === "resume" && answer.value === "resume") { answer.value = "pause"; form.querySelector("button").textContent = "Pause"; }
    }
    return true;
  }

  function unknown() {
    say("That is kept. What comes next is not on this phone: go on when the connection is back.", true);
    return true;
  }

  function over(words) {
    const place = room().querySelector(".run-words");
    const side = room().querySelector(".run-side");
    if (side) side.remove();
    place.replaceChildren(made("h1", words, { tabIndex: -1 }), made("p", "It is kept on this phone, and counts once it is sent.", { className: "run-text" }));
    place.append(made("a", "To the round", { className: "button", href: "/round" }));
    place.querySelector("h1").focus();
    return true;
  }

  function show(here, again) {
    const place = book && book.places[here.place];
    if (!place) return;
    const fresh = new DOMParser().parseFromString(book.pages[place.beside || place.page], "text/html").getElementById("run");
    if (place.beside) {
      fresh.querySelector(".run-words").innerHTML = book.pages[place.page];
      const side = fresh.querySelector(".run-side");
      if (side) side.remove();
    }
    fresh.dataset.place = here.place;
    for (const one of fresh.querySelectorAll("[data-inside]")) one.hidden = place.inside.length === 0;
    for (const one of fresh.querySelectorAll("[data-nothing-inside]")) one.hidden = place.inside.length > 0;
    for (const one of fresh.querySelectorAll("[data-inside-words]")) one.textContent = place.inside.join("; ");
    const dial = fresh.querySelector("[data-calls]");
    if (dial) {
      const gone = (present() - here.entered) / 1000 - here.stood;
      dial.dataset.now = new Date(present()).toISOString();
      dial.dataset.started = new Date(present() - gone * 1000).toISOString();
      dial.dataset.calls = new Date(present() + (Number(dial.dataset.likely) - gone) * 1000).toISOString();
      const until = dial.querySelector("p.soft");
      if (until) until.textContent = "likely until " + clock(dial.dataset.calls);
    }
    room().replaceWith(document.importNode(fresh, true));
    if (window.htmx) window.htmx.process(room());
    const title = room().querySelector("[data-step-title]");
    if (title && !again) {
      document.title = title.textContent.trim() + " · Lamplight";
      title.focus({ preventScroll: true });
      window.scrollTo(0, 0);
      const told = document.getElementById("announcer");
      if (told) told.textContent = title.textContent.trim();
    }
  }

  // ---- touching

  function afterKeeping(form, told) {
    if (told.item.run && form.closest("[data-run]")) {
      if (told.item.path.endsWith("/finish")) over("All steps are done.");
      else goOn(told.item.run, told.body);
      return;
    }
    for (const control of form.querySelectorAll("button, input")) control.disabled = true;
    form.append(made("p", "Kept at " + clock(told.item.at) + ": " + told.item.words, { className: "notice", role: "status" }));
  }

  const mustKeep = () => !navigator.onLine || kept().length > 0;

  document.addEventListener("htmx:beforeRequest", (event) => {
    const form = event.detail.elt.closest && event.detail.elt.closest("form");
    const cause = event.detail.requestConfig.triggeringEvent;
    const submitter = cause && cause.submitter;
    if (!form || !mayKeep(form, submitter) || !mustKeep()) return;
    event.preventDefault();
    const told = keep(form, submitter);
    if (told) afterKeeping(form, told);
  });

  // Asked by the page itself when a request found no connection; answers whether the touch was kept.
  window.lamplightKeeps = (form, submitter) => {
    if (!form || !mayKeep(form, submitter)) return false;
    const told = keep(form, submitter);
    if (told) afterKeeping(form, told);
    return told !== null;
  };

  document.addEventListener("submit", (event) => {
    const form = event.target;
    if (event.defaultPrevented || form.hasAttribute("hx-post") || !mayKeep(form, event.submitter) || form.dataset.sending) return;
    event.preventDefault();
    const send = () => { form.dataset.sending = "1"; form.requestSubmit(event.submitter || undefined); };
    const keepIt = () => { const told = keep(form, event.submitter); if (told) afterKeeping(form, told); };
    if (mustKeep()) keepIt();
    else fetch("/healthz", { signal: AbortSignal.timeout(2500) }).then(send, keepIt);
  });

  // ---- sending

  const headersOf = (item, mine) => ({
    "Content-Type": "application/x-www-form-urlencoded", "HX-Request": "true", "X-Touched-At": item.at, "X-Touched-By": item.by, "X-Touched-Site": item.site,
    "X-CSRFToken": document.querySelector('meta[name="csrf-token"]').content, ...(mine ? { "X-Mine": "1" } : {}),
  });

  async function sendOne(item, mine) {
    const answer = await fetch(item.path, { method: "POST", headers: headersOf(item, mine), body: item.body, redirect: "manual" });
    const text = await answer.text();
    if (answer.headers.get("Content-Type") === "application/json") return { code: answer.status, ...JSON.parse(text) };
    const page = new DOMParser().parseFromString(text, "text/html");
    const words = (selector) => [...page.querySelectorAll(selector)].map((one) => one.textContent.trim()).filter(Boolean).join(" ");
    return { code: answer.status, error: words('[role="alert"]') || "It was not taken (" + answer.status + ").", here: words("[data-step-title]") };
  }

  // One tab sends at a time, whichever comes first.
  const alone = (send) => ("locks" in navigator
    ? navigator.locks.request("lamplight-sending", { ifAvailable: true }, (lock) => (lock ? send() : null)) : send());

  // What cannot be taken stands aside with what follows it in its run; everything else is sent.
  async function sendAll() {
    if (!kept().length || document.getElementById("kept-both")) return;
    let count = 0;
    try {
      await alone(async () => {
        for (let item; (item = nextToSend());) {
          const told = await sendOne(item, false);
          if (told.kept && told.once === item.once) {
            drop(item);
            if (item.path.endsWith("/finish")) store.write("run-" + item.run, null);
            count += 1;
          } else if (told.code === 401 || told.code === 429) {
            say(told.code === 401 ? "Kept touches are sent once you sign in again." : "The server asks for a little time. It is tried again.", true);
            return;
          } else {
            aside.set(item.place, told);
          }
        }
      });
    } catch (_away) { tellHowMany(); return; }
    const left = kept();
    const first = left.find((one) => aside.has(one.place));
    const asked = first && aside.get(first.place);
    aside.clear(); // tried again the next time
    if (first && asked.code < 500) return void showBoth(first, asked);
    if (first) return void say("The server could not take " + first.words + " (" + asked.code + "). It is kept, and tried again.", true);
    if (left.length) return void tellHowMany(left.some((one) => one.by !== me.content));
    if (count) say("Everything that was kept is sent.");
    if (count && room()) { store.write("run-" + runId(), null); location.reload(); }
    else if (count && /^\/(round)?$/.test(location.pathname)) location.reload();
  }

  function nextToSend() {
    const held = new Set();
    for (const item of kept()) {
      if (aside.has(item.place)) { if (item.run) held.add(item.run); continue; }
      if (item.by === me.content && !(item.run && held.has(item.run))) return item;
    }
    return null;
  }

  // Both stand side by side, and nobody but the keeper decides.
  function showBoth(item, told) {
    const sheet = made("dialog", "", { id: "kept-both", className: "kept-both" });
    sheet.setAttribute("aria-labelledby", "kept-both-title");
    sheet.append(made("h2", "The book knows it otherwise.", { id: "kept-both-title" }));
    const two = made("div", "", { className: "kept-two" });
    const mine = made("div");
    mine.append(made("h3", "On this phone, " + clock(item.at)), made("p", item.words));
    const after = kept().filter((one) => one.run === item.run && one.place > item.place).length;
    if (after && item.run) mine.append(made("p", "and " + after + " touches after it", { className: "soft" }));
    const theirs = made("div");
    theirs.append(made("h3", "In the book"), made("p", told.error));
    if (told.here) theirs.append(made("p", "It stands at: " + told.here, { className: "run-text" }));
    two.append(mine, theirs);
    const buttons = made("div", "", { className: "button-row" });
    const close = () => { sheet.close(); sheet.remove(); };
    const leaveOut = made("button", "The book is right: leave mine out", { type: "button", className: "button primary" });
    leaveOut.addEventListener("click", () => {
      for (const one of kept()) if (one.place === item.place || (item.run && one.run === item.run)) drop(one);
      if (item.run) store.write("run-" + item.run, null);
      close();
      if (kept().length) sendAll(); else location.reload();
    });
    buttons.append(leaveOut);
    if (item.run && told.code === 409) {
      const insist = made("button", "Mine is right: take it", { type: "button", className: "button" });
      insist.addEventListener("click", async () => {
        const again = await sendOne(item, true).catch(() => null);
        if (again && again.kept) { drop(item); close(); sendAll(); }
        else if (again) { close(); showBoth(item, { ...again, code: 422 }); }
      });
      buttons.append(insist);
    } else {
      const retry = made("button", "Try again", { type: "button", className: "button" });
      retry.addEventListener("click", () => { close(); sendAll(); });
      buttons.append(retry);
    }
    sheet.append(two, buttons);
    document.body.append(sheet);
    sheet.showModal();
  }

  document.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id === "run" && book && !kept().length) settleHere();
  });
  window.addEventListener("online", sendAll);
  setInterval(() => { if (kept().length && navigator.onLine) sendAll(); }, 5000);
  tellHowMany();
  takeAlong();
  sendAll();
})();

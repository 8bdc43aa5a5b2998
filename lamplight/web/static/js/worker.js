// The worker of a phone: pages of a run, of the round and of cards are taken along; all others want a connection.
// VERSION, TAKEN, ALONG, MOST_PAGES and PATIENCE_MS stand before this when it is served.
"use strict";

const SHELL = "lamplight-shell-" + VERSION;
const PAGES = "lamplight-pages";
const RULES = ALONG.map((pattern) => new RegExp(pattern));

self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(SHELL).then((shell) => shell.addAll(TAKEN)).then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  const old = (name) => name.startsWith("lamplight-shell-") && name !== SHELL;
  event.waitUntil(
    caches.keys().then((names) => Promise.all(names.filter(old).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

async function keep(path, answer) {
  const pages = await caches.open(PAGES);
  await pages.put(path, answer); // in place of what was there, with no moment at which neither is; it stands last
  const all = await pages.keys();
  await Promise.all(all.slice(0, Math.max(0, all.length - MOST_PAGES)).map((one) => pages.delete(one)));
}

const along = (path) => RULES.some((pattern) => pattern.test(path));

async function taken(path) {
  const request = new Request(path, { credentials: "same-origin", headers: { Accept: "text/html" } });
  try {
    const answer = await fetch(request);
    if (answer.ok && !answer.redirected) await keep(path, answer);
  } catch (_away) { /* the next time */ }
}

async function fresh(request, path, patience) {
  const pages = await caches.open(PAGES);
  const asked = fetch(request).then(async (answer) => {
    if (answer.ok && !answer.redirected) await keep(path, answer.clone());
    else if (answer.redirected || answer.status === 404) await pages.delete(path);
    return answer;
  });
  const known = await pages.match(path);
  if (!known) return asked;
  const waited = new Promise((_done, away) => setTimeout(away, patience));
  return Promise.race([asked, waited]).catch(() => known);
}

async function shelled(request) {
  const known = await (await caches.open(SHELL)).match(request.url) || await caches.match(request);
  return known || fetch(request);
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin || request.headers.get("HX-Request")) return;
  if (url.pathname.startsWith("/static/")) {
    event.respondWith(shelled(request));
  } else if (along(url.pathname) && (request.mode === "navigate" || url.pathname.endsWith("/ahead"))) {
    const instead = () => caches.match("/offline");
    event.respondWith(fresh(request, url.pathname, PATIENCE_MS).catch(instead));
  } else if (request.mode === "navigate") {
    event.respondWith(fetch(request).catch(() => caches.match("/offline")));
  }
});

self.addEventListener("message", (event) => {
  if (event.data.take) event.waitUntil(Promise.all(event.data.take.filter((path) => along(path)).map(taken)));
  if (event.data.forget) event.waitUntil(caches.delete(PAGES));
});

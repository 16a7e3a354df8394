/**
 * Keeps the program and what was last fetched of the open work, so that a phone out of reach still marks and ticks.
 * What changes something is never answered here: it waits in the page's outbox.
 *
 * The two names in capitals are filled in when the screens are built.
 */
const FILES = __FILES__;
const SHELL = "shell-__BUILD__";
const FETCHED = "fetched";
const MOST = 300;
const PATIENCE_MS = 4000;
/** What is kept of the answers: the bench, works, their marks, settings, and what was worked out. */
const KEPT = /^\/api\/(bench|shop|works\/\w+(\/marking|\/cutting)?|work-out|jobs\/\w+)$/;

self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(SHELL).then((cache) => cache.addAll(["/", ...FILES])).then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== SHELL && name !== FETCHED).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.mode === "navigate") {
    // The pairing page and the certificate come from the machine alone.
    if (!/^\/(pair|certificate|api\/)/.test(url.pathname)) event.respondWith(screen(request));
  } else if (url.pathname.startsWith("/assets/")) event.respondWith(file(request));
  else if (KEPT.test(url.pathname) && (request.method === "GET" || url.pathname === "/api/work-out")) event.respondWith(answer(request));
});

async function screen(request) {
  try {
    return await fetch(request);
  } catch {
    return (await caches.match("/")) ?? Response.error();
  }
}

async function file(request) {
  const kept = await caches.match(request);
  return kept ?? fetch(request);
}

/** From the machine where it answers, else what it answered last. */
async function answer(request) {
  const key = await keyOf(request.clone());
  const asked = fetch(request).then(async (response) => {
    const cache = await caches.open(FETCHED);
    // Whoever was shut out keeps nothing to read.
    if (response.status === 401) await caches.delete(FETCHED);
    else if (response.ok) {
      await cache.put(key, response.clone());
      const keys = await cache.keys();
      await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST)).map((one) => cache.delete(one)));
    }
    return response;
  });
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS));
  try {
    return (await Promise.race([asked, late.then(() => kept(key))])) ?? (await asked);
  } catch (error) {
    const found = await kept(key);
    if (found === undefined) throw error;
    return found;
  }
}

/** What was fetched before, marked as that. */
async function kept(key) {
  const found = await (await caches.open(FETCHED)).match(key);
  if (found === undefined) return undefined;
  const headers = new Headers(found.headers);
  headers.set("X-Out-Of-Reach", "1");
  return new Response(found.body, { status: found.status, headers });
}

/** A question that carries a body is known by what it asks. */
async function keyOf(request) {
  if (request.method === "GET") return request.url;
  const body = await request.arrayBuffer();
  const digest = new Uint8Array(await crypto.subtle.digest("SHA-256", body));
  const url = new URL(request.url);
  url.searchParams.set("asked", Array.from(digest, (one) => one.toString(16).padStart(2, "0")).join(""));
  return url.href;
}

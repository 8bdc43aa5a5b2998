"use strict";
// Passkeys: asks the server what to prove, lets the phone prove it by its own lock, and sends that back.
(() => {
  const bytes = (text) => Uint8Array.from(atob(text.replace(/-/g, "+").replace(/_/g, "/")), (sign) => sign.charCodeAt(0));
  const text = (buffer) =>
    btoa(String.fromCharCode(...new Uint8Array(buffer))).replace(/\+/g, "-").replace(/\//g, "_").replace(/=+$/, "");
  const token = () => document.querySelector('meta[name="csrf-token"]').content;

  const send = async (address, body) => {
    const form = body instanceof FormData;
    const headers = { "X-CSRFToken": token(), Accept: "application/json" };
    if (!form) headers["Content-Type"] = "application/json";
    const answer = await fetch(address, { method: "POST", headers, body: form ? body : JSON.stringify(body) });
    const said = await answer.json().catch(() => ({}));
    if (!answer.ok) throw new Error(said.error || "That did not work. Load the page again.");
    return said;
  };

  const described = (list) => (list || []).map((one) => ({ ...one, id: bytes(one.id) }));

  const prove = async (options) => {
    const found = await navigator.credentials.get({
      publicKey: { ...options, challenge: bytes(options.challenge), allowCredentials: described(options.allowCredentials) },
    });
    const { authenticatorData, clientDataJSON, signature, userHandle } = found.response;
    return {
      id: found.id, rawId: text(found.rawId), type: found.type,
      response: {
        authenticatorData: text(authenticatorData), clientDataJSON: text(clientDataJSON), signature: text(signature),
        userHandle: userHandle ? text(userHandle) : null,
      },
    };
  };

  const make = async (options) => {
    const made = await navigator.credentials.create({
      publicKey: {
        ...options, challenge: bytes(options.challenge), user: { ...options.user, id: bytes(options.user.id) },
        excludeCredentials: described(options.excludeCredentials),
      },
    });
    return {
      id: made.id, rawId: text(made.rawId), type: made.type,
      response: {
        attestationObject: text(made.response.attestationObject), clientDataJSON: text(made.response.clientDataJSON),
      },
    };
  };

  const run = async (room, work) => {
    const said = room.querySelector("[data-said]");
    const button = room.querySelector("button");
    said.textContent = "";
    button.disabled = true;
    try {
      location.assign((await work()).go);
    } catch (problem) {
      const refused = problem.name === "NotAllowedError" || problem.name === "InvalidStateError";
      said.textContent = refused ? "Your phone did not go on. Try again, or use your passphrase." : problem.message;
      button.disabled = false;
    }
  };

  const able = window.isSecureContext && "credentials" in navigator && "PublicKeyCredential" in window;
  for (const room of document.querySelectorAll("[data-passkey]")) {
    room.hidden = !able;
    if (!able) continue;
    room.querySelector("button").addEventListener("click", (event) => {
      event.preventDefault();
      const { ask, done, passkey } = room.dataset;
      const form = room.closest("form");
      const typed = form ? Object.fromEntries(new FormData(form)) : {};
      run(room, async () => {
        if (passkey === "make") {
          const answer = await make(await send(ask, new FormData(form)));
          return send(done, { answer, name: typed.key_name || "" });
        }
        return send(done, { answer: await prove(await send(ask, {})), next: typed.next || "", trusted: Boolean(typed.trusted) });
      });
    });
  }
})();

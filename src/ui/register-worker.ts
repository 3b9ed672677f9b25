// Pages then open without the server too. Where the address is not secure the browser offers no workers, and nothing is lost but that.
if ("serviceWorker" in navigator && import.meta.env.PROD) {
  navigator.serviceWorker.register("/sw.js").catch((error: unknown) => console.warn("no service worker:", error));
}

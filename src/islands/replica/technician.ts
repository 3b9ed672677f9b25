import { readSmall, writeSmall } from "./browser-store";

const KEY = "yennic.technician";
export const TECHNICIAN_COOKIE = "yennic-technician";
/** Name of whoever gave none. */
export const NOBODY = "Technician";

/** Name that entries are signed with on this device. */
export const technician = (): string => readSmall("localStorage", KEY)?.trim() || NOBODY;

export function rememberTechnician(name: string): void {
  if (name.trim() === "") return;
  writeSmall("localStorage", KEY, name.trim());
  tellServer();
}

/** Has the server's pages know who reads them: another's proof of dead is none. */
export function tellServer(): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is not there in every browser, nor without TLS.
  document.cookie = `${TECHNICIAN_COOKIE}=${encodeURIComponent(technician())}; Path=/; SameSite=Lax; Max-Age=31536000`;
}

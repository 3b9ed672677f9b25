import { readSmall, writeSmall } from "./browser-store";

const KEY = "yennic.technician";

/** Name that entries are signed with on this device. */
export const technician = (): string => readSmall("localStorage", KEY)?.trim() || "Technician";

export function rememberTechnician(name: string): void {
  if (name.trim() !== "") writeSmall("localStorage", KEY, name.trim());
}

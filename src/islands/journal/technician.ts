const KEY = "yennic.technician";

/** Name that entries are signed with on this device. */
export const technician = (): string => localStorage.getItem(KEY)?.trim() || "Technician";

export function rememberTechnician(name: string): void {
  if (name.trim() !== "") localStorage.setItem(KEY, name.trim());
}

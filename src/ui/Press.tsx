import type { ButtonHTMLAttributes } from "react";
import { useAlive } from "./use-alive";

/** A button without a look of its own. It can't be touched before the page has come alive: the touch would be lost without a word. */
export function Press({ type = "button", ...rest }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return <button type={type} inert={!useAlive()} {...rest} />;
}

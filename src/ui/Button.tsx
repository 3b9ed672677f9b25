import type { ButtonHTMLAttributes } from "react";
import styles from "./Button.module.css";
import { Press } from "./Press";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** One `main` button a screen: the thing to do. */
  readonly look?: "main" | "plain" | "quiet";
}

export function Button({ look = "plain", className = "", ...rest }: Props) {
  return <Press className={`${styles.button} ${styles[look]} ${className}`} {...rest} />;
}

import type { ButtonHTMLAttributes } from "react";
import styles from "./Button.module.css";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** One `main` button a screen: the thing to do. */
  readonly look?: "main" | "plain" | "quiet";
}

export function Button({ look = "plain", type = "button", className = "", ...rest }: Props) {
  return <button type={type} className={`${styles.button} ${styles[look]} ${className}`} {...rest} />;
}

import { type ReactNode, useEffect, useState } from "react";
import { createPortal } from "react-dom";
import { Button } from "../../../ui/Button";
import styles from "./Printed.module.css";

interface Props {
  /** Holds what the button says. */
  readonly says: string;
  /** The page, made only when it is to be printed. */
  readonly children: () => ReactNode;
}

/** A page of its own for paper: put beside the program, which paper does not show. */
export function Printed({ says, children }: Props) {
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    if (asked > 0) window.print();
  }, [asked]);
  return (
    <>
      <Button look="quiet" onClick={() => setAsked(asked + 1)}>
        {says}
      </Button>
      {asked > 0 && createPortal(<article className={styles.paper}>{children()}</article>, document.body)}
    </>
  );
}

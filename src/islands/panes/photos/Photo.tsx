import { useEffect, useState } from "react";
import { Press } from "../../../ui/Press";
import { replica } from "../../replica/replica";
import styles from "./Photos.module.css";

interface Props {
  /** Its file, by its content. */
  readonly file: string;
  readonly says: string;
}

/** A photo from this browser or the server; touched, it fills the width. */
export function Photo({ file, says }: Props) {
  const [address, setAddress] = useState<string | "lacking" | undefined>();
  const [large, setLarge] = useState(false);
  useEffect(() => {
    let made: string | undefined;
    let gone = false;
    void replica()
      .findFile(file)
      .then((blob) => {
        if (gone) return;
        made = blob && URL.createObjectURL(blob);
        setAddress(made ?? "lacking");
      });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [file]);
  if (address === "lacking") return <p className={styles.lacking}>{says}: its picture is not here yet.</p>;
  return (
    <Press
      className={styles.photo}
      data-large={large}
      aria-label={`${says}, ${large ? "smaller" : "larger"}`}
      onClick={() => setLarge(!large)}
    >
      {address && <img src={address} alt={says} />}
    </Press>
  );
}

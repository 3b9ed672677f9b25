import { useEffect, useState } from "react";
import { photoSays } from "../../../core/record/job/kinds/intake/photo";
import type { Photo } from "../../../core/record/job/state";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { Press } from "../../../ui/Press";
import { WordsForm } from "../../../ui/WordsForm";
import { replica } from "../../replica/replica";
import { useDispatch, useMachine } from "../../store/context";
import styles from "./Photos.module.css";

const NONE: NonNullable<Photo["pins"]> = [];

/** One photo, large: a touch on it pins a label there. */
export function PinBoard({ photo }: { readonly photo: Photo }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const [at, setAt] = useState<{ readonly x: number; readonly y: number } | undefined>();
  const pins = photo.pins ?? NONE;
  const says = photoSays(machine, photo);
  const keep = (next: typeof pins) =>
    dispatch({ do: "record", drafts: [{ kind: "pins", body: { file: photo.file, pins: next.map((p) => ({ ...p })) } }] });
  return (
    <figure className={styles.board} aria-label={says}>
      <Picture file={photo.file} says={says} pins={at ? [...pins, { ...at, says: "?" }] : pins} onPin={setAt} />
      <figcaption>
        {says}
        {pins.length > 0 && (
          <ol>
            {pins.map((p, i) => (
              <li key={`${p.x} ${p.y} ${p.says}`}>
                <b>{i + 1}</b> {p.says}
                <Button look="quiet" aria-label={`Remove label ${i + 1}`} onClick={() => keep(pins.filter((q) => q !== p))}>
                  ✕
                </Button>
              </li>
            ))}
          </ol>
        )}
      </figcaption>
      {at ? (
        <WordsForm
          fields={{ says: { label: "What is there", bare: true, placeholder: "red RD on H1" } }}
          button="Pin label"
          onLeave={() => setAt(undefined)}
          onKeep={({ says: label }) => {
            setAt(undefined);
            return keep([...pins, { ...at, says: label }]);
          }}
        />
      ) : (
        <p className={bench.quiet}>Tap the picture where a label goes.</p>
      )}
    </figure>
  );
}

interface PictureProps {
  readonly file: string;
  readonly says: string;
  readonly pins: NonNullable<Photo["pins"]>;
  readonly onPin: (at: { readonly x: number; readonly y: number }) => void;
}

function Picture({ file, says, pins, onPin }: PictureProps) {
  const [address, setAddress] = useState<string | undefined>();
  const [size, setSize] = useState({ width: 4, height: 3 });
  useEffect(() => {
    let made: string | undefined;
    let gone = false;
    void replica()
      .findFile(file)
      .then(async (blob) => {
        const picture = blob && (await createImageBitmap(blob).catch(() => undefined));
        if (gone || !blob) return;
        if (picture) setSize({ width: picture.width, height: picture.height });
        picture?.close();
        made = URL.createObjectURL(blob);
        setAddress(made);
      });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [file]);
  const unit = size.width / 26;
  return (
    <Press
      className={styles.picture}
      aria-label={`${says}: pin a label`}
      onClick={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        // A key has no place: the middle.
        if (e.detail === 0) return onPin({ x: 0.5, y: 0.5 });
        return onPin({ x: share(e.clientX - box.left, box.width), y: share(e.clientY - box.top, box.height) });
      }}
    >
      <svg viewBox={`0 0 ${size.width} ${size.height}`} aria-hidden="true">
        {address && <image href={address} width={size.width} height={size.height} />}
        {pins.map((p, i) => (
          <g key={`${p.x} ${p.y} ${p.says}`} transform={`translate(${p.x * size.width} ${p.y * size.height})`}>
            <circle r={unit} className={styles.pin} />
            <text y={unit * 0.4} fontSize={unit * 1.25} textAnchor="middle">
              {p.says === "?" ? "?" : i + 1}
            </text>
          </g>
        ))}
      </svg>
    </Press>
  );
}

const share = (part: number, whole: number): number => Math.min(1, Math.max(0, Number((part / Math.max(1, whole)).toFixed(4))));

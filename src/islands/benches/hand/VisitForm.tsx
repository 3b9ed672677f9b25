import { useState } from "react";
import { Button } from "../../../ui/Button";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch } from "../../store/context";

/** When somebody comes again: a day and a time by the clock on the wall here. */
export function VisitForm() {
  const dispatch = useDispatch();
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <Button look="quiet" onClick={() => setAsking(true)}>
        Next visit…
      </Button>
    );
  return (
    <WordsForm
      fields={{
        day: { label: "Day", placeholder: "2026-12-03", most: 10 },
        time: { label: "Time", placeholder: "09:30", most: 5 },
        minutes: { label: "Minutes", first: "60", numeric: true, most: 4 },
        what: { label: "What for", most: 200 },
      }}
      button="Save visit"
      amiss={({ day, time, minutes }) => {
        if (localTime(day, time) === undefined) return `Enter a day such as 2026-12-03 and a time such as 09:30, not “${day} ${time}”`;
        return /^\d{1,4}$/.test(minutes) && Number(minutes) >= 5 && Number(minutes) <= 1440
          ? undefined
          : `Enter 5 to 1440 minutes, not “${minutes}”`;
      }}
      onLeave={() => setAsking(false)}
      onKeep={({ day, time, minutes, what }) => {
        setAsking(false);
        const on = localTime(day, time);
        return on && dispatch({ do: "record", drafts: [{ kind: "visit", body: { on, minutes: Number(minutes), what } }] });
      }}
    />
  );
}

/** A day and a time here, with the offset that the clock has then, so that it is told as it was said. */
function localTime(day: string, time: string): string | undefined {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || !/^\d{1,2}:\d{2}$/.test(time)) return undefined;
  const clock = time.padStart(5, "0");
  const at = new Date(`${day}T${clock}:00`);
  if (Number.isNaN(at.getTime()) || at.getDate() !== Number(day.slice(8))) return undefined;
  const offset = -at.getTimezoneOffset();
  const two = (n: number) => String(n).padStart(2, "0");
  const zone = offset === 0 ? "Z" : `${offset < 0 ? "-" : "+"}${two(Math.floor(Math.abs(offset) / 60))}:${two(Math.abs(offset) % 60)}`;
  return `${day}T${clock}:00${zone}`;
}

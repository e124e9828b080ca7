import { useEffect, useState } from "react";
import { runForecast, type Forecast } from "../../api/classes";
import { errorLine } from "../../api/client";
import { CardPaper } from "../BuildPapers";
import { inClass } from "../paper";
import { AtATime, Ruled, type ClassPaperProps } from "./sheet";

/** What will come, what goes wrong most with its cure, when power goes off: for the teacher's hand. */
export function TeacherPaper({ plan }: ClassPaperProps) {
  const [forecast, setForecast] = useState<Forecast | null>(null);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    const control = new AbortController();
    // The first answer tells all that stands here: what changes would bring is looked at before.
    runForecast(plan, control.signal, (next) => {
      setForecast(next);
      control.abort();
    }).catch((error: unknown) => {
      if (!control.signal.aborted) setTrouble(errorLine(error as Error));
    });
    return () => control.abort();
  }, [plan]);
  return (
    <>
      <AtATime plan={plan} />
      {trouble && <p role="alert">{trouble}</p>}
      {!forecast && !trouble && <p role="status">Letting many lessons go by …</p>}
      {forecast && (
        <>
          <p>
            <b>{forecast.headline}</b> ({forecast.running.low} to {forecast.running.high} in most lessons),{" "}
            {Math.round(forecast.first_try)} at the first try; {forecast.waiting_min.toFixed(1)} minutes of waiting for
            help each.
          </p>
          <h2>What goes wrong most, and what mends it</h2>
          <Ruled>
            <thead>
              <tr>
                <th scope="col">Groups</th>
                <th scope="col">What stops them</th>
                <th scope="col">What to do</th>
              </tr>
            </thead>
            <tbody>
              {forecast.stops.map(({ id, sentence, groups, cure }, at) => (
                <tr key={`${id} ${at}`}>
                  <td>{groups.toFixed(1)}</td>
                  <td>{sentence}</td>
                  <td>{cure}</td>
                </tr>
              ))}
            </tbody>
          </Ruled>
        </>
      )}
      {plan.motors.map((motor) => (
        <section key={motor.title}>
          <h2>First run: {motor.title}</h2>
          <CardPaper drawn={false} kept={inClass(motor, plan)} />
        </section>
      ))}
    </>
  );
}

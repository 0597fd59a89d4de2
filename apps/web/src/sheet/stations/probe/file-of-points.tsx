import { Button, Progress } from "antd";
import { useRef } from "react";
import { fixed } from "@/format/numbers";
import { isMeasured } from "./point-set";
import type { PointsFile } from "./use-points-file";

/** Opens a file of points, and says how far it is, or what is wrong with it. */
export function FileOfPoints({ file: { file, open, view, state, problem, stop, again, set } }: { file: PointsFile }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <div className="probe-row">
        <span className="quiet">
          {file ? (
            <>
              <span className="mono probe-file">{file.name}</span>
              {set && ` · ${fixed(set.points.x.length, 0)} points, ${view?.source}`}
              {set && view && view.leftOut.length > 0 && ` · left out: ${view.leftOut.join(", ")}`}
            </>
          ) : (
            "Click the plan to ask about one more point; drag one to move it."
          )}
        </span>
        <span className="grow" />
        {file && (
          <Button size="small" onClick={() => open(null)}>
            Back to the script's points
          </Button>
        )}
        <Button size="small" onClick={() => input.current?.click()}>
          {file ? "Open another" : "Open a file of points"}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.json,.geojson,.wkt,text/*,application/json"
          hidden
          data-testid="points-file"
          onChange={({ target }) => {
            if (target.files?.[0]) open(target.files[0]);
            target.value = "";
          }}
        />
      </div>
      {problem !== null && (
        <p className="warning" data-testid="points-problem">
          {file?.name}: {problem}
        </p>
      )}
      {file && problem === null && !(set && isMeasured(set.points)) && (
        <div className="probe-row">
          {set && <span className="quiet">sides are known, distances come</span>}
          <Progress
            percent={view ? Math.floor((100 * view.done) / view.steps) : 0}
            size="small"
            aria-label="points that are read and asked"
          />
          <Button size="small" onClick={state === "running" ? stop : again}>
            {state === "running" ? "Stop" : "Start again"}
          </Button>
        </div>
      )}
    </>
  );
}

import { Button } from "antd";
import { appendedLine, freshName } from "../../model/append";
import { useEdits } from "../../model/edits";

const EXAMPLES = [
  ["pond", "circle((50%, 50%), radius: 20%)"],
  ["deck", "rect((20%, 30%), width: 60%, height: 40%, rx: 5%)"],
  ["lane", "polyline((10%, 80%), (50%, 30%), (90%, 70%)).stroke(8%, join: round)"],
] as const;

/** Ways to begin, in place of a shape's figures: each line is written into the script by a click. */
export function NoShape() {
  const { edit } = useEdits();
  return (
    <div className="beginnings">
      <p className="quiet">
        No shape yet. Begin with one of these lines, click an outline on the plan, or import a file.
      </p>
      {EXAMPLES.map(([name, expression]) => (
        <div key={name} className="beginning">
          <code className="mono">
            {name} = {expression}
          </code>
          <Button
            size="small"
            onClick={() =>
              edit((current, script) => appendedLine(script, `${freshName(current, name)} = ${expression}`))
            }
            aria-label={`Write ${name}`}
          >
            Write it
          </Button>
        </div>
      ))}
    </div>
  );
}

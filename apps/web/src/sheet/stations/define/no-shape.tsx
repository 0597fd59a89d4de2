import { Button } from "antd";
import { appendedLine, freshName } from "../../model/append";
import { useEdits } from "../../model/edits";

const EXAMPLES = [
  ["pond", "circle((50%, 50%), radius: 20%)"],
  ["deck", "rect((20%, 30%), width: 60%, height: 40%, rx: 5%)"],
  ["lane", "polyline((10%, 80%), (50%, 30%), (90%, 70%)).stroke(8%, join: round)"],
] as const;

/** Ways to begin, in place of a shape's figures: each line is written into the script by a click. */
export function NoShape({ distance }: { distance: string | null }) {
  const { edit } = useEdits();
  const write = (name: string, expression: string) =>
    edit((current, script) => appendedLine(script, `${freshName(current, name)} = ${expression}`));
  return (
    <div className="beginnings">
      {distance !== null && (
        <div className="beginning">
          <span>
            <code className="mono">{distance}</code> is a distance, no shape. Station 5, Field, measures it.
          </span>
          <Button size="small" onClick={() => write("level", `contour(${distance})`)}>
            Make its contour a shape
          </Button>
        </div>
      )}
      <p className="quiet">
        {distance === null ? "No shape yet. Begin" : "Or begin"} with one of these lines, click an outline on the plan,
        or import a file.
      </p>
      {EXAMPLES.map(([name, expression]) => (
        <div key={name} className="beginning">
          <code className="mono">
            {name} = {expression}
          </code>
          <Button size="small" onClick={() => write(name, expression)} aria-label={`Write ${name}`}>
            Write it
          </Button>
        </div>
      ))}
    </div>
  );
}

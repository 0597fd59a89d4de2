import {
  type Input,
  type NodePropSource,
  NodeType,
  Parser,
  type PartialParse,
  Tree,
  type TreeFragment,
} from "@lezer/common";
import { styleTags, tags } from "@lezer/highlight";
import { parser } from "../grammar";

const highlighted = parser.configure({
  props: [
    styleTags({
      Keyword: tags.keyword,
      SetWord: tags.operatorKeyword,
      DefinedName: tags.definition(tags.variableName),
      Name: tags.variableName,
      "Call/Name": tags.function(tags.variableName),
      PropertyName: tags.propertyName,
      ArgumentName: tags.attributeName,
      "Number Quantity Share": tags.number,
      ParameterName: tags.attributeName,
      Text: tags.string,
      Comment: tags.lineComment,
      OptionName: tags.keyword,
      Word: tags.name,
      "Format/...": tags.name,
    }),
  ],
});

/** The grammar with highlighting and more properties of nodes, for editors. A script that is nested too deeply stays plain. */
export function editorParser(...props: NodePropSource[]): Parser {
  return new EditorParser(highlighted.configure({ props }));
}

class EditorParser extends Parser {
  constructor(private readonly inner: Parser) {
    super();
  }

  createParse(
    input: Input,
    fragments: readonly TreeFragment[],
    ranges: readonly { from: number; to: number }[],
  ): PartialParse {
    const parse = this.inner.createParse(input, fragments, ranges);
    return {
      advance() {
        try {
          return parse.advance();
        } catch (error) {
          if (!(error instanceof RangeError)) throw error;
          return new Tree(NodeType.none, [], [], input.length);
        }
      },
      get parsedPos() {
        return parse.parsedPos;
      },
      get stoppedAt() {
        return parse.stoppedAt;
      },
      stopAt: (position) => parse.stopAt(position),
    };
  }
}

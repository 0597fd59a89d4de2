import { styleTags, tags } from "@lezer/highlight";
import { parser } from "./grammar";

/** The grammar with highlighting, for editors. */
export const highlightedParser = parser.configure({
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
      Word: tags.name,
      "Format/...": tags.name,
    }),
  ],
});

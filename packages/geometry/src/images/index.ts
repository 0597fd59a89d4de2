/** Fields as files that other programs read: grey pictures, float maps and array files, each with its mapping to plan units. */
export { FIELD_FORMATS, type FieldFormat, type FieldMapping, fieldFile, fieldMapping } from "./field-file";

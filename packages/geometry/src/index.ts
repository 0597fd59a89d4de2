export * from "./arrangement";
export * from "./distance";
export * from "./flatten";
export * from "./formats";
export * from "./location";
export * from "./numeric";
export * from "./path";
export * from "./polygon";

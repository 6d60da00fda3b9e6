/** As Next has it, whose own declarations are made by its build. */
declare module '*.module.css' {
  const classes: Readonly<Record<string, string>>;
  export default classes;
}

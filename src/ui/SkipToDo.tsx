/** By keys straight to what is to be done, in a room that says so under the id `do-now`: a drawing has many places to press before it. */
export const SkipToDo = () => (
  <a className="skip-to-do" href="#do-now">
    Skip to what to do now
  </a>
);

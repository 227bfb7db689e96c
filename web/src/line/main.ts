import { begin } from "./line";

begin();

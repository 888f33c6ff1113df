/** Makes the databases that every test file copies, before the tests begin. */
import makeTemplates from "./template-database";

await makeTemplates();

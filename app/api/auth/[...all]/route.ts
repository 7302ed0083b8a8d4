import { services } from "../../../server";

const handle = (request: Request): Promise<Response> => services().auth.handler(request);

export { handle as GET, handle as POST };

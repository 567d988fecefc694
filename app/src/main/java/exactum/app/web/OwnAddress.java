package exactum.app.web;

/** Addresses to go back to, as a form names them: only our own are followed, so that no link leads a person away. */
public final class OwnAddress {
    private OwnAddress() {}

    /** The wished address if it is a path of ours, else the other one. */
    public static String of(String wished, String otherwise) {
        boolean ours = wished != null && wished.matches("/([^/\\\\].*)?");
        return ours ? wished : otherwise;
    }

    /** A redirect to it. */
    public static String redirect(String wished, String otherwise) {
        return "redirect:" + of(wished, otherwise);
    }
}

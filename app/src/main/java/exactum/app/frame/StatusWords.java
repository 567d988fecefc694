package exactum.app.frame;

import org.springframework.http.HttpStatus;

/** What a status means to a person. */
record StatusWords(String title, String sentence) {

    static StatusWords of(HttpStatus status) {
        return switch (status) {
            case BAD_REQUEST, METHOD_NOT_ALLOWED, UNSUPPORTED_MEDIA_TYPE, NOT_ACCEPTABLE ->
                new StatusWords(
                        "That could not be read",
                        "The address or the form is damaged, so nothing was done. Load the page again and try once more.");
            case UNAUTHORIZED ->
                new StatusWords(
                        "You are signed out",
                        "You are signed out, so nothing was saved. What you typed still stands here: sign in in another window, then press again.");
            case FORBIDDEN -> new StatusWords("You may not do this", "You may not do this. Nothing was changed.");
            case NOT_FOUND ->
                new StatusWords("There is nothing at this address", "It may have moved, or the address is mistyped.");
            case CONFLICT ->
                new StatusWords(
                        "Press once more",
                        "This page was open since before you signed in. Nothing was done yet; press once more.");
            case CONTENT_TOO_LARGE ->
                new StatusWords("That is too large", "What was sent is larger than is allowed. Nothing was stored.");
            case TOO_MANY_REQUESTS ->
                new StatusWords("Too many at once", "That was too many requests. Wait a minute, then try again.");
            case SERVICE_UNAVAILABLE ->
                new StatusWords(
                        "Not available at the moment",
                        "Exactum cannot reach its database at the moment. Nothing was lost; try again in a few seconds.");
            default ->
                new StatusWords(
                        "Something went wrong on our side",
                        "Something went wrong on our side. What was not finished was undone. Try again; if it stays, tell whoever runs Exactum.");
        };
    }
}

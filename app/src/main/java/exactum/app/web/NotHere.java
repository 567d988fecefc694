package exactum.app.web;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ResponseStatus;

/** There is nothing at this address. */
@ResponseStatus(HttpStatus.NOT_FOUND)
public class NotHere extends RuntimeException {
    public NotHere() {
        super("There is nothing at this address.");
    }
}

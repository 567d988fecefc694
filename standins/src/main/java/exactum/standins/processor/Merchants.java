package exactum.standins.processor;

import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** Who asks: the merchant's account that a bearer key opens. */
@Component
class Merchants {
    private final Desk desk;

    Merchants(Desk desk) {
        this.desk = desk;
    }

    Desk.Account of(String authorization) {
        return Optional.ofNullable(authorization)
                .filter(a -> a.startsWith("Bearer "))
                .flatMap(a -> desk.withKey(a.substring("Bearer ".length())))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.UNAUTHORIZED));
    }

    /** The key without which nothing is done; what is done once whatever its key says needs it all the same. */
    static String key(String header) {
        if (header == null || header.isBlank())
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "An Idempotency-Key is required.");
        return header.replace("\"", "");
    }
}

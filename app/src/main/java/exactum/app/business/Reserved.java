package exactum.app.business;

import java.util.Set;

/** Words that stand first in addresses of the installation itself, so that no business can be called by them. */
final class Reserved {
    static final Set<String> WORDS = Set.of(
            "actuator",
            "api",
            "businesses",
            "clock",
            "css",
            "error",
            "first-user",
            "fonts",
            "home",
            "hooks",
            "join",
            "js",
            "keys",
            "me",
            "password",
            "pay",
            "sign-in",
            "sign-out",
            "static");

    private Reserved() {}
}

package exactum.app.outside;

import exactum.app.installation.BusinessClock;
import exactum.core.problem.Refusal;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import org.springframework.stereotype.Component;

/**
 * Which addresses Exactum speaks to: with https and a host, never to where a machine finds itself or its cloud's metadata
 * (RFC 3927 and RFC 4291 link-local, RFC 4193 unique-local, RFC 6598 shared, any-local, multicast). A test installation also
 * speaks to its own machine, where the stand-ins are, and without encryption.
 */
@Component
public class OutsideAddresses {
    private static final long FRESH_NANOS = 500_000_000;
    private final BusinessClock clock;
    /** Asked for twice a second at most, however many calls are made. */
    private volatile Mode mode;

    private record Mode(boolean isTest, long since) {
        boolean isFresh() {
            return System.nanoTime() - since <= FRESH_NANOS;
        }
    }

    OutsideAddresses(BusinessClock clock) {
        this.clock = clock;
    }

    /**
     * The address as it is kept, without a slash at its end; a host that cannot be looked up now is looked at when it is
     * called.
     *
     * @throws Refusal if it is none that may be spoken to
     */
    public String typed(String address) {
        URI uri = uri(address);
        if (!mayCall(uri, false, clock.isTest()))
            throw wrong(
                    address,
                    clock.isTest()
                            ? "http or https"
                            : "https, and a host outside of this machine and its network’s own services");
        return address.replaceAll("/+$", "");
    }

    /** Whether the address may be called, by what its host is called at this moment. */
    boolean mayCall(URI uri) {
        Mode known = mode;
        return mayCall(uri, true, (known != null && known.isFresh() ? known : askedAgain()).isTest());
    }

    /** Of many calls at once, one asks. */
    private synchronized Mode askedAgain() {
        if (mode == null || !mode.isFresh()) mode = new Mode(clock.isTest(), System.nanoTime());
        return mode;
    }

    private static boolean mayCall(URI uri, boolean mustResolve, boolean test) {
        boolean scheme = "https".equals(uri.getScheme()) || test && "http".equals(uri.getScheme());
        if (!scheme || uri.getHost() == null || uri.getUserInfo() != null || uri.getFragment() != null) return false;
        try {
            for (InetAddress a : InetAddress.getAllByName(uri.getHost())) if (!mayCall(a, test)) return false;
            return true;
        } catch (UnknownHostException unknown) {
            return !mustResolve;
        }
    }

    private static boolean mayCall(InetAddress a, boolean test) {
        if (a.isLoopbackAddress()) return test;
        byte[] bytes = a.getAddress();
        boolean uniqueLocal = bytes.length == 16 && (bytes[0] & 0xFE) == 0xFC;
        boolean shared = bytes.length == 4 && (bytes[0] & 0xFF) == 100 && (bytes[1] & 0xC0) == 64;
        return !(a.isLinkLocalAddress() || a.isAnyLocalAddress() || a.isMulticastAddress() || uniqueLocal || shared);
    }

    private static URI uri(String address) {
        try {
            return new URI(address);
        } catch (URISyntaxException none) {
            throw wrong(address, "https://bank.example/statements");
        }
    }

    private static Refusal wrong(String address, String like) {
        return new Refusal(
                "typed.address",
                "“%s” is not an address that can be called. Write one with %s. Nothing was saved."
                        .formatted(address, like));
    }
}

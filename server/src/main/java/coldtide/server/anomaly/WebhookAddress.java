package coldtide.server.anomaly;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * To which addresses webhooks may be sent. Those of the machine itself and of its private network are refused unless a setting
 * allows them ({@code coldtide.private-webhooks}): an analyst must not reach through this server what only it can reach. Names
 * are looked up each time; Java keeps what it found for some seconds, so it is still the same when it is connected to.
 */
@Component
class WebhookAddress {
    private static final int MOST_PORT = 65_535;
    private static final int SHARED_FIRST = 100;
    private static final int SHARED_SECOND = 64;
    private static final int SHARED_MASK = 0xC0;
    private static final int UNIQUE_LOCAL = 0xFC;
    private static final int UNIQUE_LOCAL_MASK = 0xFE;

    private final boolean privateIsAllowed;

    WebhookAddress(@Value("${coldtide.private-webhooks}") boolean privateIsAllowed) {
        this.privateIsAllowed = privateIsAllowed;
    }

    /** Why nothing may be sent to an address, as a sentence; empty if it may. Looks the host up. */
    Optional<String> fault(String address) {
        Optional<String> form = formFault(address);
        if (form.isPresent() || privateIsAllowed) {
            return form;
        }
        String host = URI.create(address).getHost();
        try {
            boolean inside = Arrays.stream(InetAddress.getAllByName(host.replaceAll("^\\[|\\]$", "")))
                    .anyMatch(WebhookAddress::isInside);
            return inside
                    ? Optional.of(
                            "\"" + host + "\" is an address of this machine or of its private network; an admin of the"
                                    + " server must allow those (coldtide.private-webhooks).")
                    : Optional.empty();
        } catch (UnknownHostException e) {
            return Optional.of("The host \"" + host + "\" is not known.");
        }
    }

    /** Fault of a written address, as a sentence; empty if there is none. */
    static Optional<String> formFault(String address) {
        try {
            URI uri = URI.create(address);
            boolean web = ("https".equalsIgnoreCase(uri.getScheme()) || "http".equalsIgnoreCase(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getUserInfo() == null;
            if (!web) {
                return Optional.of("It must begin with https:// or http:// and name a host.");
            }
            return uri.getPort() == 0 || uri.getPort() > MOST_PORT
                    ? Optional.of("The port must lie between 1 and " + MOST_PORT + ".")
                    : Optional.empty();
        } catch (IllegalArgumentException noUri) {
            return Optional.of("This is not a web address.");
        }
    }

    static boolean isInside(InetAddress address) {
        byte[] bytes = address.getAddress();
        boolean shared =
                bytes.length == 4 && (bytes[0] & 0xFF) == SHARED_FIRST && (bytes[1] & SHARED_MASK) == SHARED_SECOND;
        boolean uniqueLocal = bytes.length == 16 && (bytes[0] & UNIQUE_LOCAL_MASK) == UNIQUE_LOCAL;
        return address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()
                || shared
                || uniqueLocal;
    }
}

package coldtide.server.access;

import coldtide.server.store.member.User;
import coldtide.server.store.member.UserRepository;
import java.net.InetAddress;
import java.net.UnknownHostException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** The account that comes with the demo world. Its password is no secret, so it works only while bound to loopback. */
@Component
public class DemoAccount {
    public static final String NAME = "demo";
    public static final String PASSWORD = "fourteen-beacons";

    private final UserRepository users;
    private final PasswordEncoder passwords;
    private final boolean loopback;

    DemoAccount(UserRepository users, PasswordEncoder passwords, @Value("${server.address}") String address)
            throws UnknownHostException {
        this.users = users;
        this.passwords = passwords;
        loopback = InetAddress.getByName(address).isLoopbackAddress();
    }

    boolean allowed() {
        return loopback;
    }

    /** Whether somebody can sign in with it. */
    public boolean usable() {
        return loopback && users.findByName(NAME).isPresent();
    }

    public void create() {
        if (loopback && users.findByName(NAME).isEmpty()) {
            users.save(new User(NAME, passwords.encode(PASSWORD), User.Role.ANALYST, true));
        }
    }
}

package coldtide.server.access;

import coldtide.server.store.member.User;
import coldtide.server.store.member.UserRepository;
import java.util.Optional;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** The first start makes a keeper with a generated password, which is shown once and kept only as a hash. */
@Component
@Order(1)
public class FirstKeeper implements ApplicationRunner {
    public static final String NAME = "keeper";

    private final UserRepository users;
    private final PasswordEncoder passwords;
    private final MemberService people;
    private String shownOnce;

    FirstKeeper(UserRepository users, PasswordEncoder passwords, MemberService people) {
        this.users = users;
        this.passwords = passwords;
        this.people = people;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (users.count() > 0) {
            return;
        }
        String password = people.password();
        users.save(new User(NAME, passwords.encode(password), User.Role.KEEPER, false));
        shownOnce = password;
    }

    /** The password of a keeper made by this start, the first time it is asked for. */
    public Optional<String> takePassword() {
        Optional<String> password = Optional.ofNullable(shownOnce);
        shownOnce = null;
        return password;
    }
}

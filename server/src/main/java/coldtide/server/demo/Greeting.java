package coldtide.server.demo;

import coldtide.server.access.DemoAccount;
import coldtide.server.access.FirstKeeper;
import java.io.PrintStream;
import java.util.Optional;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Says at the end of a start where to go and how to sign in. */
@Component
@Order(4)
class Greeting implements ApplicationRunner {
    private final Environment environment;
    private final DemoAccount demo;
    private final FirstKeeper keeper;

    Greeting(Environment environment, DemoAccount demo, FirstKeeper keeper) {
        this.environment = environment;
        this.demo = demo;
        this.keeper = keeper;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        PrintStream out = System.out;
        String address = environment.getProperty("server.address");
        String port = environment.getProperty("local.server.port", environment.getProperty("server.port"));
        out.println();
        out.println("Cold Tide is ready at http://" + address + ":" + port + "/");
        if (demo.usable()) {
            out.println("  Look around:  name " + DemoAccount.NAME + ", password " + DemoAccount.PASSWORD);
        }
        Optional<String> password = keeper.takePassword();
        password.ifPresent(shown -> out.println("  Administrator: name " + FirstKeeper.NAME + ", password " + shown
                + "  (shown this once: write it down)"));
        out.println();
    }
}

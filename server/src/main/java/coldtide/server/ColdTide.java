package coldtide.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The server application. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class ColdTide {
    public static void main(String[] arguments) {
        SpringApplication.run(ColdTide.class, arguments);
    }
}

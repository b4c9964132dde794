package coldtide.server.http;

import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Settings of the web server beyond its properties. */
@Configuration
class WebServer {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> observedConnections() {
        return factory -> factory.setProtocol(ObservedHttpProtocol.class.getName());
    }
}

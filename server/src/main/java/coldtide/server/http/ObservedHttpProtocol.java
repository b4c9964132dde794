package coldtide.server.http;

import java.io.IOException;
import org.apache.coyote.ActionCode;
import org.apache.coyote.Adapter;
import org.apache.coyote.Processor;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.coyote.http11.Http11Processor;
import org.apache.tomcat.util.net.AbstractEndpoint.Handler.SocketState;
import org.apache.tomcat.util.net.SocketWrapperBase;

/** HTTP 1.1 as the web server speaks it, which in addition lets a request know its {@link ClientConnection}. */
public final class ObservedHttpProtocol extends Http11NioProtocol {
    @Override
    protected Processor createProcessor() {
        return new ObservedProcessor(this, getAdapter());
    }

    private static final class ObservedProcessor extends Http11Processor {
        ObservedProcessor(AbstractHttp11Protocol<?> protocol, Adapter adapter) {
            super(protocol, adapter);
        }

        @Override
        public SocketState service(SocketWrapperBase<?> socket) throws IOException {
            ClientConnection.serve(new ClientConnection(socket, () -> action(ActionCode.DISABLE_SWALLOW_INPUT, null)));
            try {
                return super.service(socket);
            } finally {
                ClientConnection.serve(null);
            }
        }
    }
}

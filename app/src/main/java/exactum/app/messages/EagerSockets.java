package exactum.app.messages;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import javax.net.SocketFactory;

/**
 * Sockets that send what they are given at once (TCP_NODELAY): the end of a mail is a few bytes, which else wait for the server to
 * confirm what came before them, and it takes its time for that (RFC 1122, 4.2.3.2 and 4.2.3.4).
 */
public final class EagerSockets extends SocketFactory {
    /** By which the mail library comes to them. */
    public static SocketFactory getDefault() {
        return new EagerSockets();
    }

    @Override
    public Socket createSocket() throws IOException {
        return eager(new Socket());
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return eager(new Socket(host, port));
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
        return eager(new Socket(host, port, from, fromPort));
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return eager(new Socket(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) throws IOException {
        return eager(new Socket(host, port, from, fromPort));
    }

    private static Socket eager(Socket socket) throws IOException {
        socket.setTcpNoDelay(true);
        return socket;
    }
}

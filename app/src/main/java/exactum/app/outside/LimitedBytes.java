package exactum.app.outside;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;

/** The bytes of an answer, which are an {@link IOException} where they are more than so many. */
final class LimitedBytes implements HttpResponse.BodySubscriber<byte[]> {
    private final HttpResponse.BodySubscriber<byte[]> bytes = HttpResponse.BodySubscribers.ofByteArray();
    private final int most;
    private Flow.Subscription subscription;
    private long read;

    LimitedBytes(int most) {
        this.most = most;
    }

    @Override
    public CompletionStage<byte[]> getBody() {
        return bytes.getBody();
    }

    @Override
    public void onSubscribe(Flow.Subscription begun) {
        subscription = begun;
        bytes.onSubscribe(begun);
    }

    @Override
    public void onNext(List<ByteBuffer> some) {
        for (ByteBuffer buffer : some) read += buffer.remaining();
        if (read <= most) {
            bytes.onNext(some);
            return;
        }
        subscription.cancel();
        bytes.onError(new IOException("the answer is larger than %d bytes".formatted(most)));
    }

    @Override
    public void onError(Throwable broken) {
        bytes.onError(broken);
    }

    @Override
    public void onComplete() {
        bytes.onComplete();
    }
}

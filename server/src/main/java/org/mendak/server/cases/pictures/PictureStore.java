package org.mendak.server.cases.pictures;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code case_picture}. */
@Component
class PictureStore {

    List<CasePicture> of(Tx tx, long number) {
        return tx.list(
                "select id, name, type, size, at, agent from case_picture where number = ? order by id",
                r -> new CasePicture(
                        r.getLong("id"),
                        r.getString("name"),
                        r.getString("type"),
                        r.getInt("size"),
                        Tx.instant(r, "at"),
                        Who.of(r, "agent")),
                number);
    }

    Optional<WholePicture> whole(Tx tx, long number, long id) {
        return tx.one(
                "select type, bytes from case_picture where id = ? and number = ?",
                r -> new WholePicture(r.getString("type"), r.getBytes("bytes")),
                id,
                number);
    }

    long add(Tx tx, long number, String name, String type, byte[] bytes, Instant at, Who agent) {
        return tx.insert(
                "insert into case_picture (number, name, type, bytes, size, at, agent) values (?, ?, ?, ?, ?, ?, ?)",
                number,
                name,
                type,
                bytes,
                bytes.length,
                at,
                agent);
    }

    int remove(Tx tx, long number, long id) {
        return tx.run("delete from case_picture where id = ? and number = ?", id, number);
    }
}

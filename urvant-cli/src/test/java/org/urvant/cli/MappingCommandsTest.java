package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Channels of an RTU mapped, passed on as they are and calculated. */
class MappingCommandsTest {
    @TempDir
    static Path prepared;

    @TempDir
    private Path folder;

    private Terminal terminal;

    /** The plant is made once; each test works on a copy. */
    @BeforeAll
    static void prepare() {
        Sites.plant(new Terminal(prepared), prepared);
    }

    @BeforeEach
    void plant() throws IOException {
        terminal = new Terminal(folder);
        Path site = folder.resolve("skarholm");
        terminal.go(site);
        Sites.copy(prepared.resolve("skarholm"), site);
    }

    /** Columns: a command, its exit code, and what it says; several commands are separated by {@code &&}. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            connect RTU1 scada --kind control-centre && map RTU1 'DI*' AI1 --yes | 0 | own   AI1     scada  M_ME_TF_1 4001
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --yes && where RTU1 DI1 | 0 | RTU1 mapping
            connect RTU1 scada --kind control-centre && map RTU1 DI77 | 2 | no channel of RTU1 or signal 'DI77'
            set RTU1 DI3.carries binary && set RTU1 DI4.carries binary && connect RTU1 scada --kind control-centre && map RTU1 DI3 DI4 --as 'PAIR(x1, x2)' --name 'Pump breaker' --yes && show RTU1 | 0 | DI3; DI4 as PAIR(x1, x2)  scada  M_DP_TB_1 1001
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --as 'x * ' --yes | 3 | column 4 of 'x *': found the end
            connect RTU1 scada --kind control-centre && map RTU1 kind:trip --as x --yes | 3 | what a value is calculated from is not clear
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --name x --yes | 3 | --name is for a calculated value
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --as 'NOT x' --yes && history RTU1 --addresses | 0 | scada M_SP_TB_1 2001 to calculated
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --yes && history RTU1 --addresses | 0 | scada M_ME_TF_1 4001 to AI1
            map RTU1 kind:trip                         | 3 | RTU1 has no connection that signals can be mapped to
            map RTU1 DI1                               | 3 | RTU1 has no connection that signals can be mapped to
            connect RTU1 own --kind control-centre     | 3 | 'own' is not allowed
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --as 'y * 2' --yes | 3 | Known: x, x1.
            map F11 BI1                                | 3 | The maker fixed its points
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --yes && row RTU1 AI1 | 0 | receiver gets  real from -0.0625 to 5.15625 m, with quality and time
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --yes && row RTU1 AI1 --dead-band 0.5 && try RTU1 --set AI1=2 | 0 | 2.0  2.0 m  good
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --yes && row RTU1 AI1 --factor 100 --dry-run && row RTU1 AI1 --json | 0 | "destination" : "M_ME_TF_1 4001",
            connect RTU1 scada --kind control-centre && map RTU1 AI1 --yes && row RTU1 AI1 --identifier && logic RTU1 --signals | 0 | mapped.rtu1_level
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --yes && row RTU1 DI1 --factor 2 | 3 | a state has no factor
            map RTU1 AI1 --program level --kind state  | 3 | Leave out --kind
            map RTU1 --program level --yes             | 3 | what kind of value programs give is open
            map RTU1 AI1 --kind state                  | 3 | --kind and --command are for values of programs
            map RTU1 AI1 --program level --yes && map RTU1 AI1 --program LEVEL --yes | 3 | has the identifier 'level' already
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --yes && matrix RTU1 mappings | 0 | DI1     M_SP_TB_1 2001
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --yes && matrix RTU1 mappings --out m.html | 0 | wrote m.html
            connect RTU1 scada --kind control-centre && map RTU1 DI1 --yes && matrix RTU1 mappings --json | 0 | "point" : "M_SP_TB_1 2001",
            matrix RTU1 mappings --take m.csv          | 3 | the matrix of mappings is not taken back
            matrix RTU1 mappings                       | 0 | RTU1 maps nothing
            map TD1 DI1 --program x                    | 3 | TD1 runs no programs
            """)
    void commandsDoAndSay(String lines, int code, String found) {
        int last = terminal.all(lines);
        String said = terminal.out() + terminal.err();
        assertThat(said).contains(found);
        assertThat(last).as(said).isEqualTo(code);
    }
}

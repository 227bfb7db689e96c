package org.mendak.server.custody;

import java.time.Clock;
import org.mendak.server.platform.DeskFolder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Before anybody opens the desk it is made what this program works with. */
@Configuration
class CustodyConfig {

    private static final Logger LOG = LoggerFactory.getLogger(CustodyConfig.class);

    /** What has to be done to the file when nobody has it open any more is done behind the data source's end. */
    @Bean
    static BeanFactoryPostProcessor closedBefore() {
        return beans -> beans.getBeanDefinition("dataSource").setDependsOn(ErasedBytes.BEAN);
    }

    @Bean
    FlywayMigrationStrategy onACopy(DeskFolder folder, Clock clock) {
        return flyway -> new SchemaUpgrade(folder, clock, LOG::info).run();
    }
}

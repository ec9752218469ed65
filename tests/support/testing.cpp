// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>

#include "core/base/csv.h"
#include "core/kb/load.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::testing {

std::vector<Registered>& registry()
{
    static std::vector<Registered> list;
    return list;
}

const kb::KnowledgeBase& knowledge()
{
    static const kb::KnowledgeBase kb = [] {
        auto loaded = kb::load(kb::embeddedFiles());
        if (!loaded) qFatal("%s", loaded.error().message().c_str());
        return std::move(*loaded);
    }();
    return kb;
}

namespace {

/// The fixture's price of a row by its table and id; nothing where it has none.
class Prices {
public:
    Prices() : m_sheet(*csv::parse(sourceFile("tests/data/prices.csv").toStdString(), "prices.csv")) {}
    std::optional<double> of(std::string_view table, const std::string& id, std::string_view column) const
    {
        for (const csv::Record& row : m_sheet.records())
            if (m_sheet.cell(row, "table") == table && m_sheet.cell(row, "id") == id)
                return text::parseNumber(m_sheet.cell(row, column));
        return std::nullopt;
    }

private:
    csv::Sheet m_sheet;
};

}  // namespace

const kb::KnowledgeBase& priced()
{
    static const kb::KnowledgeBase kb = [] {
        const Prices prices;
        auto supplies = knowledge().all<kb::Supply>();
        for (kb::Supply& row : supplies) {
            row.pricePerMetre = prices.of("supplies", row.medium, "per_m");
            row.priceEach = prices.of("supplies", row.medium, "each");
        }
        auto modules = knowledge().all<kb::ModuleKind>();
        for (kb::ModuleKind& row : modules) row.price = prices.of("modules", row.id, "each");
        auto converters = knowledge().all<kb::MediaConverter>();
        for (kb::MediaConverter& row : converters) row.price = prices.of("media_converters", row.id, "each");
        auto gear = knowledge().all<kb::Gear>();
        for (kb::Gear& row : gear) row.price = prices.of("gear", row.id, "each").value_or(row.price);
        return knowledge().with(supplies).with(modules).with(converters).with(gear);
    }();
    return kb;
}

QString sourcePath(const QString& path)
{
    return QDir(qEnvironmentVariable("SOKUDO_SOURCE", QDir::currentPath())).filePath(path);
}

QByteArray sourceFile(const QString& path)
{
    QFile file(sourcePath(path));
    if (!file.open(QIODevice::ReadOnly)) qFatal("%s cannot be read", qPrintable(path));
    return file.readAll();
}

QStringList sources(const QString& below)
{
    QStringList result;
    QDirIterator it(sourcePath(below), {"*.cpp", "*.h"}, QDir::Files, QDirIterator::Subdirectories);
    while (it.hasNext()) result << QDir(sourcePath(below)).relativeFilePath(it.next());
    result.sort();
    return result;
}

QString program(const QString& name)
{
    return QDir(qEnvironmentVariable("SOKUDO_BIN", "build/release/bin")).filePath(name);
}

int runRegistered(int argc, char** argv)
{
    const QString wanted = argc > 1 && argv[1][0] != '-' ? QString(argv[1]) : QString();
    QStringList arguments{argv[0]};
    for (int i = wanted.isEmpty() ? 1 : 2; i < argc; ++i) arguments << argv[i];
    int failures = 0, run = 0;
    for (const auto& entry : registry()) {
        if (!wanted.isEmpty() && wanted != entry.name) continue;
        const auto test = entry.make();
        failures += QTest::qExec(test.get(), arguments);
        ++run;
    }
    if (run > 0) return failures;
    std::fprintf(stderr, "there is no test class %s here\n", qPrintable(wanted));
    return 99;
}

}  // namespace sokudo::testing

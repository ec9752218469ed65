// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/ways_presenter.h"

#include <cmath>
#include <random>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/trade_rows.h"

namespace sokudo::app {
namespace {

QString money(const std::optional<double>& cost) { return cost ? priceText(*cost) : QString("?"); }

QString bought(const match::Bought& item)
{
    return QString("%1%2, %3")
        .arg(item.count > 1 ? QString::number(item.count) + " × " : QString(), toQt(item.what),
             item.price ? money(item.price) : QString("price not known"));
}

template <class Text>
QStringList lines(const std::vector<Text>& texts)
{
    QStringList output;
    for (const Text& text : texts) output << toQt(text);
    return output;
}

}  // namespace

WaysPresenter::WaysPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_rows({{"Option",
               [](const Row& row, int role) -> QVariant {
                   if (role == Qt::DisplayRole) return row.brief;
                   if (role == Qt::ToolTipRole) return row.title;
                   if (role == kVerdictRole) return static_cast<int>(row.verdict);
                   if (role == Qt::AccessibleTextRole)
                       return QString("%1, %2, costs %3, %4 of work, %5")
                           .arg(row.title, row.rate, row.cost, row.minutes, row.watts);
                   return {};
               }},
              {"Rate",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.rate) : QVariant();
               }},
              {"Cost",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.cost) : QVariant();
               }},
              {"Work",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.minutes) : QVariant();
               }},
              {"Power",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.watts) : QVariant();
               }},
              {"Later",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.later) : QVariant();
               }}},
             this)
{
    connect(&document, &Document::analysisChanged, this, &WaysPresenter::takeSelection);
    connect(&selection, &Selection::changed, this, &WaysPresenter::takeSelection);
    takeSelection();
}

const match::LinkReport* WaysPresenter::selected() const
{
    return m_selection.run().isSet() ? m_document.analysis().reportOf(m_selection.run()) : nullptr;
}

void WaysPresenter::takeSelection()
{
    m_stale = true;
    m_trouble.clear();
    const match::LinkReport* report = selected();
    if (!report) {
        m_trouble = "Select a link or two ports to see what could connect them.";
        m_wish = {};
    } else if (auto wish = match::wishOf(m_document.plan(), report->link, m_document.knowledge())) {
        m_wish = std::move(*wish);
    } else {
        m_trouble = toQt(wish.error().message());
        m_wish = {};
    }
    if (m_active) start();
}

void WaysPresenter::setActive(bool active)
{
    m_active = active;
    if (active && m_stale) start();
}

void WaysPresenter::ask(match::Wish wish)
{
    // Another pair of ports than the link's: nothing lies between them yet.
    if (wish.a != m_wish.a || wish.b != m_wish.b) wish.existing = {};
    m_wish = std::move(wish);
    m_trouble.clear();
    m_stale = true;
    if (m_active) start();
}

void WaysPresenter::setPreference(match::Preference preference)
{
    m_preference = preference;
    show();
}

void WaysPresenter::start()
{
    m_stale = false;
    m_search.stop();
    if (!m_wish.a.isSet() || !m_wish.b.isSet() || m_wish.a == m_wish.b) {
        if (m_trouble.isEmpty()) m_trouble = "Select two different ports.";
        m_busy = false;
        m_found = {};
        show();
        return;
    }
    m_busy = true;
    Q_EMIT changed();
    const auto search = [plan = m_document.snapshot(), wish = m_wish,
                         kb = m_document.sharedKnowledge()](const std::atomic<bool>&) {
        IdSource ids(std::random_device{}());
        return match::nearestWays(*plan, wish, *kb, ids);
    };
    m_search.start(*this, search, [this](match::Ways found) {
        m_found = std::move(found);
        m_busy = false;
        show();
    });
}

void WaysPresenter::show()
{
    match::rank(m_found.ways, m_preference);
    std::vector<Row> rows;
    for (const match::Way& way : m_found.ways)
        rows.push_back({way.verdict, toQt(way.brief), toQt(way.title), toQt(text::rate(way.rate, 3)), money(way.cost),
                        QString("%1 min").arg(std::lround(way.minutes)).replace(' ', QChar(0x202f)),
                        toQt(text::watt(way.watts)), toQt(text::rate(way.later, 3))});
    m_rows.setRows(std::move(rows));
    Q_EMIT changed();
}

std::vector<PortChoice> WaysPresenter::ports() const
{
    std::vector<PortChoice> output;
    for (const plan::Port& port : m_document.plan().ports) {
        const plan::Device* device = m_document.plan().devices.find(port.device);
        if (device && !plan::isPassive(device->role))
            output.push_back({port.id, toQt(plan::portText(m_document.plan(), port.id))});
    }
    std::sort(output.begin(), output.end(),
              [](const PortChoice& a, const PortChoice& b) { return a.name.localeAwareCompare(b.name) < 0; });
    return output;
}

std::vector<BitRate> WaysPresenter::rates() const
{
    std::vector<BitRate> output;
    for (double rate : {1.0, 2.5, 5.0, 10.0, 25.0, 40.0, 50.0, 100.0}) output.push_back(gigabits(rate));
    return output;
}

QString WaysPresenter::order() const { return toQt(match::explains(m_preference)); }

QString WaysPresenter::headline() const
{
    if (!m_trouble.isEmpty()) return m_trouble;
    const QString what = QString("%1 over %2%3")
                             .arg(toQt(text::linkRate(m_wish.rate)), toQt(text::length(m_wish.length)),
                                  m_wish.throughWall ? " through walls" : "");
    if (m_busy) return what + ": trying …";
    if (m_found.ways.empty()) return what + ": no option works with these ports.";
    if (m_found.asked)
        return QString("No option reaches %1 between these ports. At %2, %3 options pass all rules.")
            .arg(toQt(text::linkRate(*m_found.asked)), toQt(text::rate(m_found.wish.rate, 3)))
            .arg(m_found.ways.size());
    return QString("%1: %2 of %3 options pass all rules.").arg(what).arg(m_found.ways.size()).arg(m_found.tried);
}

std::optional<WayDetail> WaysPresenter::detail(int row) const
{
    if (row < 0 || row >= static_cast<int>(m_found.ways.size())) return std::nullopt;
    const match::Way& way = m_found.ways[static_cast<std::size_t>(row)];
    WayDetail output{way.verdict, toQt(way.title),  toQt(way.place),    toQt(way.note), {}, lines(way.steps),
                     {},          lines(way.keeps), lines(way.cautions)};
    for (const match::Bought& item : way.buys) output.buys << bought(item);
    output.figures =
        QString("%1 one way; good to %2").arg(toQt(text::duration(way.latency)), toQt(text::length(way.reaches)));
    if (way.light) output.figures += QString("; %1 of loss budget left").arg(toQt(text::decibel(*way.light)));
    return output;
}

QStringList WaysPresenter::refused() const
{
    QStringList output;
    for (const match::NoWay& no : m_found.noWays) output << toQt(no.medium + ": " + no.why);
    return output;
}

QStringList WaysPresenter::practices() const
{
    QStringList output;
    for (const kb::Practice* practice : m_found.practices)
        output << QString("%1 %2. Or: %3. Sokudo starts from %4: %5.")
                      .arg(toQt(practice->question), toQt(practice->one.says), toQt(practice->other.says),
                           toQt(practice->usual().name), toQt(practice->why));
    return output;
}

bool WaysPresenter::use(int row)
{
    if (row < 0 || row >= static_cast<int>(m_found.ways.size()) || m_busy) return false;
    const match::Way way = m_found.ways[static_cast<std::size_t>(row)];
    if (!m_document.edit("Use " + toQt(way.title), way.after)) return false;
    m_selection.selectRun(way.result);
    return true;
}

}  // namespace sokudo::app

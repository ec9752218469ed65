// SPDX-License-Identifier: GPL-3.0-or-later
// The rows in which variants are compared.
#include <algorithm>
#include <cmath>

#include "app/presenters/buy_presenter.h"
#include "app/qt_text.h"
#include "core/base/text.h"

namespace sokudo::app {
namespace {

using Of = const buy::VariantFigures&;
using Cell = std::function<QString(Of)>;
using Value = std::function<double(Of)>;
enum class Better { Less, More };

class Rows {
public:
    explicit Rows(const std::vector<buy::VariantFigures>& figures) : m_figures(figures) {}

    void add(const QString& what, const Cell& cell)
    {
        CompareRow row{what};
        for (Of of : m_figures) row.cells.push_back(cell(of)), row.shares.push_back(-1);
        m_rows.push_back(std::move(row));
    }
    /// With a bar for each value; below 0: none.
    void add(const QString& what, const Cell& cell, const Value& value, Better better)
    {
        add(what, cell);
        std::vector<double> values;
        for (Of of : m_figures) values.push_back(value(of));
        const double most = *std::max_element(values.begin(), values.end());
        CompareRow& row = m_rows.back();
        for (std::size_t i = 0; i < values.size(); ++i)
            if (values[i] >= 0 && most > 0) row.shares[i] = values[i] / most;
        if (values.size() < 3) return;
        const auto first = values.begin() + 1;
        const auto best =
            better == Better::Less ? std::min_element(first, values.end()) : std::max_element(first, values.end());
        if (std::count(first, values.end(), *best) == 1) row.best = static_cast<std::size_t>(best - values.begin());
    }
    std::vector<CompareRow> take() { return std::move(m_rows); }

private:
    const std::vector<buy::VariantFigures>& m_figures;
    std::vector<CompareRow> m_rows;
};

QString jobCell(const buy::JobFigure& job)
{
    if (job.isEnough) return *job.isEnough ? "enough" : "not enough";
    return job.each ? toQt(text::duration(*job.each)) : QString("not known");
}

QString workText(double minutes)
{
    const int whole = static_cast<int>(std::lround(minutes));
    if (whole == 0) return "none";
    if (whole < 60) return toQt(text::duration(Duration::of(60.0 * whole)));
    return QString("%1 h %2 min").arg(whole / 60).arg(whole % 60);
}

QString partsText(std::size_t count)
{
    return count == 0 ? QString("–") : count == 1 ? QString("1 part") : QString("%1 parts").arg(count);
}

void addMoney(Rows& rows, const buy::CurrencyConverter& converter)
{
    const auto share = [&](const std::optional<Money>& amount) {
        return amount ? toQt(converter.text(*amount)) : QString("–");
    };
    rows.add("Cost a Gb/s gained", [&](Of of) { return share(of.perGbit); });
    rows.add("Cost a port gained", [&](Of of) { return share(of.perPort); });
    rows.add("Cost an hour saved, first year", [&](Of of) { return share(of.perHour); });
}

}  // namespace

std::vector<CompareRow> compareRows(const std::vector<buy::VariantFigures>& figures,
                                    const buy::CurrencyConverter& converter)
{
    if (figures.empty()) return {};
    Rows rows(figures);
    for (std::size_t i = 0; i < figures.front().jobs.size(); ++i)
        rows.add(
            toQt(figures.front().jobs[i].name), [i](Of of) { return jobCell(of.jobs[i]); },
            [i](Of of) { return of.jobs[i].each ? of.jobs[i].each->in() : -1; }, Better::Less);
    rows.add(
        "Links worse than limited", [](Of of) { return QString::number(of.bad); },
        [](Of of) { return static_cast<double>(of.bad); }, Better::Less);
    rows.add(
        "Fastest link", [](Of of) { return toQt(text::linkRate(of.fastest)); },
        [](Of of) { return inGigabits(of.fastest); }, Better::More);
    const bool isRough = std::any_of(figures.begin(), figures.end(), [](Of of) { return of.list.isRough; });
    rows.add(
        isRough ? "To buy, some of it rough" : "To buy",
        [&](Of of) { return toQt(converter.text(of.list.spending.toBuy)); },
        [](Of of) { return of.list.spending.toBuy.in(); }, Better::Less);
    rows.add(
        "Work", [](Of of) { return workText(of.minutes); }, [](Of of) { return of.minutes; }, Better::Less);
    rows.add(
        "Watts in normal use", [](Of of) { return toQt(text::watt(of.watts)); }, [](Of of) { return of.watts.in(); },
        Better::Less);
    rows.add(
        "Cut off by one failure, worst", [](Of of) { return QString("%1 end points").arg(of.worstCutOff); },
        [](Of of) { return static_cast<double>(of.worstCutOff); }, Better::Less);
    rows.add(
        "Single points of failure", [](Of of) { return QString::number(of.singlePoints); },
        [](Of of) { return static_cast<double>(of.singlePoints); }, Better::Less);
    rows.add("Used again", [](Of of) { return partsText(of.list.takings.reused.size()); });
    rows.add("Left over", [](Of of) { return partsText(of.list.takings.leftOver.size()); });
    addMoney(rows, converter);
    return rows.take();
}

}  // namespace sokudo::app

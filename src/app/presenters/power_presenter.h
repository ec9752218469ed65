// SPDX-License-Identifier: GPL-3.0-or-later
// The power of the house: feeds, PoE sources, single points of failure, an outage to play, places, repairs.
#pragma once

#include <memory>

#include "app/document.h"
#include "app/presenters/house_content.h"
#include "app/presenters/outage_presenter.h"
#include "app/presenters/repairs_presenter.h"
#include "app/row_model.h"
#include "app/selection.h"

namespace sokudo::app {

class PowerPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kMarkRole = Qt::UserRole;
    PowerPresenter(Document&, Selection&, QObject* parent = nullptr);
    Document& document() { return m_document; }
    /// Null until it is worked out for the first time.
    const PowerView* view() const { return m_view.get(); }
    const plan::Plan& plan() const { return m_view ? *m_view->plan : m_document.plan(); }
    /// The house with the power layer in it.
    HouseContent house() const;
    /// Nothing is worked out while the bench is hidden.
    void setActive(bool);
    bool isWorking() const { return m_isWorking; }
    void select(const plan::Subject&);

    OutagePresenter& outage() { return m_outage; }
    RepairsPresenter& repairs() { return m_repairs; }

    QAbstractItemModel* pointRows() { return &m_points; }
    QAbstractItemModel* placeRows() { return &m_places; }
    QAbstractItemModel* sourceRows() { return &m_sources; }
    QAbstractItemModel* loadRows() { return &m_loads; }
    void showSource(int row);
    /// What a source has left, in sentences.
    QStringList sourceSays() const;
    /// Ports that give both, or swaps that free one.
    QStringList portsFor(BitRate, int poeClass) const;
    QStringList pointSays(int row) const;
    QStringList placeSays(int row) const;
    /// The place of a row with other vents or another fan. @return what settles then
    QString withVents(int row, int vents, int area, int fan) const;
    /// Judgements about a place and what stands in it, or all that are about none.
    std::vector<const power::Judgement*> judgementsOf(const std::vector<std::string>& rules) const;
    QString caution(const std::string& id) const;
    /// What would be said of a device if it stood in that place.
    power::Judgements suits(plan::DeviceId, plan::PlaceId) const;
    /// Power from the port of a load, hop by hop to each end, in sentences.
    QStringList chainSays(int load) const;
    /// What a line of that rate carries of what is done in the house, the least first, in sentences.
    QStringList carriedBy(BitRate) const;

Q_SIGNALS:
    void changed();

private:
    void refresh();
    void take(std::shared_ptr<PowerView>);
    void fillPoints();
    void fillPlaces();
    void fillSources();
    struct PointRow {
        QString what, kind, cut, gateway, storage, internet, dark;
        Verdict mark;
        plan::Subject subject;
    };
    struct PlaceRow {
        QString place, heat, settles, most, units, weight, year;
        Verdict mark;
        plan::PlaceId id;
    };
    struct SourceRow {
        QString name, budget, reserved, drawn, freeByClass, freeByDraw;
        Verdict mark;
    };
    struct LoadRow {
        QString port, device, asks, reserved, drawn, state;
        Verdict mark;
        plan::DeviceId id;
        plan::PortId portId;
    };
    Document& m_document;
    Selection& m_selection;
    std::shared_ptr<PowerView> m_view;
    bool m_isActive = false, m_isStale = true, m_isWorking = false;
    OutagePresenter m_outage;
    RepairsPresenter m_repairs;
    int m_source = 0;
    RowModel<PointRow> m_points;
    RowModel<PlaceRow> m_places;
    RowModel<SourceRow> m_sources;
    RowModel<LoadRow> m_loads;
    Work m_work;
};

/// "46 W", "12.9 W (8.3 to 21.2)".
QString wattsText(const power::WattBand&);

}  // namespace sokudo::app

# frozen_string_literal: true

require 'icalendar'
require 'tzinfo'

module FawnmossServer
  module Actions
    # The studio's lessons as an iCalendar file (RFC 5545): weekly ones as recurrence rules in the studio's time zone, so that they
    # stay at their hour when the clocks change; cancelled ones left out, moved and extra ones as events of their own.
    class CalendarFile
      YEARS = 2 # of exceptions, and of changes of the clock, are written out

      # studio: Models::Studio; today: Date. Returns the text.
      def self.write(studio, today) = new(studio, today).text

      def initialize(studio, today)
        @studio = studio
        @today = today
        @zone = TZInfo::Timezone.get(studio.time_zone)
        @calendar = studio.calendar
        @lessons = @calendar.between(today - 400, today + (366 * YEARS))
      end

      def text
        file = Icalendar::Calendar.new
        file.prodid = '-//Fawnmoss//Lessons//EN'
        file.append_custom_property('X-WR-CALNAME', @studio.name)
        file.append_custom_property('REFRESH-INTERVAL;VALUE=DURATION', 'PT6H')
        zones.each { file.add_timezone(_1) }
        slots.each { |slot| weekly(file, slot) }
        @lessons.select { %w[moved extra].include?(_1.status) && _1.time }.each { |lesson| single(file, lesson) }
        file.to_ical
      end

      private

      # Those with a time that are held on some day.
      def slots = (@studio.pupils + @studio.groups).flat_map(&:slot_values).select { _1.weekday && _1.time && first(_1) <= last(_1) }

      def first(slot) = slot.from + ((slot.weekday - slot.from.cwday) % 7)
      def last(slot) = slot.to || horizon
      def horizon = @today + (366 * YEARS)

      def weekly(file, slot)
        file.event do |event|
          about(event, slot.name, first(slot), slot.time, slot.minutes)
          event.uid = "slot-#{slot.id}-#{first(slot).iso8601}@fawnmoss"
          event.rrule = slot.to ? "FREQ=WEEKLY;UNTIL=#{ending(slot)}" : 'FREQ=WEEKLY'
          event.exdate = without(slot).map { |date| zoned(date, slot.time) }
        end
      end

      # The end of the last day that it can be on, in world time.
      def ending(slot) = @zone.local_to_utc(Time.utc(slot.to.year, slot.to.month, slot.to.day, 23, 59, 59), &:first).strftime('%Y%m%dT%H%M%SZ')

      # Days on which the weekly lesson does not take place: those of an absence, and those that are cancelled, moved or holidays.
      def without(slot)
        all = first(slot).step([last(slot), horizon].min, 7).to_a
        held = @calendar.dates(slot, first(slot), last(slot))
        off = @lessons.select { _1.pupil == slot.pupil && !_1.held? && held.include?(_1.date) }.map(&:date)
        ((all - held) + off).uniq.sort
      end

      def single(file, lesson)
        file.event do |event|
          about(event, lesson.name, lesson.date, lesson.time, lesson.minutes)
          event.uid = "change-#{lesson.change}@fawnmoss"
          event.description = lesson.was ? "Moved from #{lesson.was.strftime('%-d %B')}. #{lesson.note}".strip : lesson.note
        end
      end

      def about(event, name, date, time, minutes)
        event.dtstart = zoned(date, time)
        event.dtend = zoned(date, time, minutes)
        event.dtstamp = Icalendar::Values::DateTime.new(Time.utc(@today.year, @today.month, @today.day), 'tzid' => 'UTC')
        event.summary = "#{name} (#{@studio.name})"
        event.ip_class = 'PRIVATE'
      end

      def zoned(date, time, more = 0)
        hour, minute = time.split(':').map(&:to_i)
        Icalendar::Values::DateTime.new(DateTime.new(date.year, date.month, date.day, hour, minute) + Rational(more, 1440), 'tzid' => @zone.identifier)
      end

      # One VTIMEZONE with each change of the clock written out, from the one before the first lesson on.
      def zones
        from = [*slots.map(&:from), @today - 400].min
        zone = Icalendar::Timezone.new
        zone.tzid = @zone.identifier
        observances(from).each { zone.add_component(_1) }
        [zone]
      end

      def observances(from)
        changes = @zone.transitions_up_to(Time.utc(@today.year + YEARS + 1), Time.utc(from.year - 1))
        return [observance(@zone.current_period.offset, @zone.current_period.offset, Time.utc(1970))] if changes.empty?

        changes.map do |change|
          before = change.previous_offset
          observance(change.offset, before, change.at.to_time.utc + before.observed_utc_offset)
        end
      end

      def observance(offset, before, local)
        part = offset.dst? ? Icalendar::Timezone::Daylight.new : Icalendar::Timezone::Standard.new
        part.dtstart = local.strftime('%Y%m%dT%H%M%S')
        part.tzoffsetfrom = hours(before.observed_utc_offset)
        part.tzoffsetto = hours(offset.observed_utc_offset)
        part.tzname = offset.abbreviation.to_s
        part
      end

      def hours(seconds) = format('%s%02d%02d', seconds.negative? ? '-' : '+', seconds.abs / 3600, seconds.abs % 3600 / 60)
    end
  end
end
